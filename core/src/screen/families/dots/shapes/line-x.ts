import { type DotShape, ISO_SPOTS } from './dot.ts';

export const lineX: DotShape = {
  name: 'LineX',
  group: 'Bars and crosses',
  about: 'A bar across the rows that grows from one side of the cell.',
  source: ISO_SPOTS,
  spot: (x) => x,
};
