import { type DotShape, ISO_SPOTS } from './dot.ts';

export const square: DotShape = {
  name: 'Square',
  group: 'With corners',
  about: 'Square dots along the cell, crisp in the midtones.',
  source: ISO_SPOTS,
  spot: (x, y) => -Math.max(Math.abs(x), Math.abs(y)),
};
