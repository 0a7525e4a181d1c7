import { type DotShape, ISO_SPOTS } from './dot.ts';

export const invertedEllipseC: DotShape = {
  name: 'InvertedEllipseC',
  group: 'Holes instead of dots',
  about: 'An oval hole along the rows that closes from the edge inwards.',
  source: ISO_SPOTS,
  spot: (x, y) => 0.9 * x * x + y * y - 1,
};
