import { type DotShape, ISO_SPOTS } from './dot.ts';

export const invertedEllipseA: DotShape = {
  name: 'InvertedEllipseA',
  group: 'Holes instead of dots',
  about: 'An oval hole that closes from the cell’s edge inwards.',
  source: ISO_SPOTS,
  spot: (x, y) => x * x + 0.9 * y * y - 1,
};
