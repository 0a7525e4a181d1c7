import { type DotShape, OWN_CELL } from './dot.ts';

const SQRT3 = Math.sqrt(3);

export const hexagon: DotShape = {
  name: 'Hexagon',
  group: 'With corners',
  about: 'Six-sided dots that fit a hexagonal lattice without a gap.',
  source: OWN_CELL,
  spot: (x, y) => 1 - 2 * Math.min(1, Math.max(Math.abs(x), Math.abs(x) / 2 + (Math.abs(y) * SQRT3) / 2) / 1.37),
};
