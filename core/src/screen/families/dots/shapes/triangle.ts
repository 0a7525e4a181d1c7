import { type DotShape, OWN_CELL } from './dot.ts';

const SQRT3 = Math.sqrt(3);

export const triangle: DotShape = {
  name: 'Triangle',
  group: 'With corners',
  about: 'Three-sided dots that point along the columns.',
  source: OWN_CELL,
  spot: (x, y) => 1 - 2 * Math.min(1, (0.5 + Math.max(-y, y / 2 + (Math.abs(x) * SQRT3) / 2)) / 1.87),
};
