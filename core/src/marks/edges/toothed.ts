import { edgeKind, moveOutwards } from './kind.ts';

/** A zigzag of period 1 between -1 and 1. */
const zigzag = (t: number): number => 4 * Math.abs(t - Math.floor(t) - 0.5) - 1;

export const toothed = edgeKind({
  name: 'toothed',
  label: 'Toothed',
  about: 'Pointed teeth round the edge.',
  move(edge, { amount, count, radius }, out) {
    moveOutwards(edge, radius, out, (t) => 0.25 * amount * zigzag(t * count));
  },
});
