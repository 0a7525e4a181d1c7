import { type DotShape, ISO_SPOTS } from './dot.ts';

export const ellipseB: DotShape = {
  name: 'EllipseB',
  group: 'Round and oval',
  about: 'A clearly oval dot that keeps its shape until it meets its neighbours.',
  source: ISO_SPOTS,
  spot: (x, y) => 1 - Math.sqrt(x * x + (5 / 8) * y * y),
};
