import { type DotShape, ISO_SPOTS } from './dot.ts';

export const invertedSimpleDot: DotShape = {
  name: 'InvertedSimpleDot',
  group: 'Holes instead of dots',
  about: 'A round hole that closes from the cell’s edge inwards.',
  source: ISO_SPOTS,
  spot: (x, y) => x * x + y * y - 1,
};
