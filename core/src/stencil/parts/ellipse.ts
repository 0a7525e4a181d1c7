import { partKind } from './kind.ts';
import { BOX_PARAMS, boxMatrix, planOutline } from './outline.ts';

/** An ellipse in the square from 0, 0 to 1, 1, as two arcs. */
const PATH = 'M0 0.5A0.5 0.5 0 0 1 1 0.5A0.5 0.5 0 0 1 0 0.5Z';

export const ellipse = partKind({
  name: 'ellipse',
  label: 'Ellipse',
  about: 'A circle or an ellipse.',
  params: BOX_PARAMS,
  plan: (s, asked) => planOutline({ path: PATH, matrix: boxMatrix(s), evenOdd: false }, asked),
});
