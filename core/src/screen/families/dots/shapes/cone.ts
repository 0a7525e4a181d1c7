import { type DotShape, OWN_CELL } from './dot.ts';

export const cone: DotShape = {
  name: 'Cone',
  group: 'Round and oval',
  about: 'A plain cone: round dots that stay round up to the corners.',
  source: OWN_CELL,
  spot: (x, y) => 1 - Math.SQRT2 * Math.sqrt(x * x + y * y),
};
