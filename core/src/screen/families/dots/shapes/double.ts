import { sine } from '../../../../math/exact.ts';
import { type DotShape, ISO_SPOTS } from './dot.ts';

export const doubleWave: DotShape = {
  name: 'Double',
  group: 'Rings and waves',
  about: 'Waves twice as close one way as the other.',
  source: ISO_SPOTS,
  spot: (x, y) => (sine(Math.PI * x) + sine(2 * Math.PI * y)) / 2,
};
