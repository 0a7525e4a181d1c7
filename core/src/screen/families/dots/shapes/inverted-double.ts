import { sine } from '../../../../math/exact.ts';
import { type DotShape, ISO_SPOTS } from './dot.ts';

export const invertedDouble: DotShape = {
  name: 'InvertedDouble',
  group: 'Holes instead of dots',
  about: 'The uneven waves with ink and paper exchanged.',
  source: ISO_SPOTS,
  spot: (x, y) => -(sine(Math.PI * x) + sine(2 * Math.PI * y)) / 2,
};
