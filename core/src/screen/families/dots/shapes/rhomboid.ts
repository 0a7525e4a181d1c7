import { type DotShape, ISO_SPOTS } from './dot.ts';

export const rhomboid: DotShape = {
  name: 'Rhomboid',
  group: 'With corners',
  about: 'A slanting diamond hole: ink grows from the corners of the cell.',
  source: ISO_SPOTS,
  spot: (x, y) => (0.9 * Math.abs(x) + Math.abs(y)) / 2,
};
