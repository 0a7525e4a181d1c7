import { ellipsePoints } from './ellipse-points.ts';
import { stoneShape } from './kind.ts';

export const oval = stoneShape({
  name: 'oval',
  label: 'Oval',
  about: 'An ellipse.',
  long: true,
  corners: (width, height) => ellipsePoints(width / 2, height / 2),
});
