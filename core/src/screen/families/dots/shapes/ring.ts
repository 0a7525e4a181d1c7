import { type DotShape, OWN_CELL } from './dot.ts';

export const ring: DotShape = {
  name: 'Ring',
  group: 'Rings and waves',
  about: 'A ring that thickens inwards and outwards until it fills the cell.',
  source: OWN_CELL,
  spot: (x, y) => 1 - 2 * Math.min(1, Math.abs(Math.sqrt(x * x + y * y) - 0.6) / 0.82),
};
