import { type DotShape, ISO_SPOTS } from './dot.ts';

export const cross: DotShape = {
  name: 'Cross',
  group: 'Bars and crosses',
  about: 'Crossed bars like woven cloth, leaving square windows.',
  source: ISO_SPOTS,
  spot: (x, y) => -Math.min(Math.abs(x), Math.abs(y)),
};
