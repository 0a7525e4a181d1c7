import { type DotShape, ISO_SPOTS } from './dot.ts';

export const line: DotShape = {
  name: 'Line',
  group: 'Bars and crosses',
  about: 'Straight lines that grow thicker with the tone.',
  source: ISO_SPOTS,
  spot: (_x, y) => -Math.abs(y),
};
