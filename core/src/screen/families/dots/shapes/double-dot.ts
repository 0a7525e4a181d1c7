import { sine } from '../../../../math/exact.ts';
import { type DotShape, ISO_SPOTS } from './dot.ts';

export const doubleDot: DotShape = {
  name: 'DoubleDot',
  group: 'Rings and waves',
  about: 'Two dots and two holes a cell: a checkerboard of waves at 45°.',
  source: ISO_SPOTS,
  spot: (x, y) => (sine(2 * Math.PI * x) + sine(2 * Math.PI * y)) / 2,
};
