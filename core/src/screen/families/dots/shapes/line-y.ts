import { type DotShape, ISO_SPOTS } from './dot.ts';

export const lineY: DotShape = {
  name: 'LineY',
  group: 'Bars and crosses',
  about: 'A bar along the rows that grows from one side of the cell.',
  source: ISO_SPOTS,
  spot: (_, y) => y,
};
