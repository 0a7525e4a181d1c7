import { type DotShape, OWN_CELL } from './dot.ts';

export const wedge: DotShape = {
  name: 'Wedge',
  group: 'Bars and crosses',
  about: 'A pointed bar that grows from one side of the cell.',
  source: OWN_CELL,
  spot: (x, y) => -(0.75 * x + 0.25 * (2 * Math.abs(y) - 1)),
};
