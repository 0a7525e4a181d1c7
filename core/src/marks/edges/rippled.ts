import { sine } from '../../math/exact.ts';
import { edgeKind, moveOutwards } from './kind.ts';

export const rippled = edgeKind({
  name: 'rippled',
  label: 'Rippled',
  about: 'Even waves round the edge.',
  move(edge, { amount, count, radius }, out) {
    moveOutwards(edge, radius, out, (t) => 0.25 * amount * sine(2 * Math.PI * count * t));
  },
});
