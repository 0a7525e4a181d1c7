import { type DotShape, ISO_SPOTS } from './dot.ts';

export const ellipseC: DotShape = {
  name: 'EllipseC',
  group: 'Round and oval',
  about: 'A dot slightly longer along the rows.',
  source: ISO_SPOTS,
  spot: (x, y) => 1 - (0.9 * x * x + y * y),
};
