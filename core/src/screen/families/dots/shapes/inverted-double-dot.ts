import { sine } from '../../../../math/exact.ts';
import { type DotShape, ISO_SPOTS } from './dot.ts';

export const invertedDoubleDot: DotShape = {
  name: 'InvertedDoubleDot',
  group: 'Holes instead of dots',
  about: 'The checkerboard of waves with ink and paper exchanged.',
  source: ISO_SPOTS,
  spot: (x, y) => -(sine(2 * Math.PI * x) + sine(2 * Math.PI * y)) / 2,
};
