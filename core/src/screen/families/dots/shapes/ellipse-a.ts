import { type DotShape, ISO_SPOTS } from './dot.ts';

export const ellipseA: DotShape = {
  name: 'EllipseA',
  group: 'Round and oval',
  about: 'A dot slightly longer across the rows.',
  source: ISO_SPOTS,
  spot: (x, y) => 1 - (x * x + 0.9 * y * y),
};
