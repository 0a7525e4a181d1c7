import { polygonsOf } from '../../raster/outline-coverage.ts';
import { MADE_SHAPE, shapeOutline } from '../../picture/made/shape.ts';
import { flag, onlyFor } from '../../settings/params.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS, boxMatrix, planOutline } from './outline.ts';
import { windingArea } from './polygon.ts';

const { shape: which, sides, inner, path } = MADE_SHAPE;

const params = {
  ...BOX_PARAMS,
  shape: which,
  sides,
  inner,
  evenOdd: {
    ...flag('Holes by turns', 'Where outlines overlap, every second layer is a hole.', false),
    ...onlyFor('shape', 'own'),
  },
  path,
} as const;

/** Stands a shape of radius ½ about 0 into a box. */
export const shapePart = partKind({
  name: 'shape',
  label: 'Shape',
  about: 'A plain shape, or the outlines of an SVG file.',
  params,
  fault(s) {
    if (s.shape !== 'own') return null;
    if (s.path.trim() === '') return 'An imported shape has no outline; choose an SVG file.';
    const area = polygonsOf(s.path, [1, 0, 0, 1, 0, 0]).reduce((sum, p) => sum + windingArea(p, 2), 0);
    return area > 0 ? null : 'The outline of an imported shape has no area; choose another SVG file.';
  },
  plan(s, asked) {
    const [a, b, c, d, e, f] = boxMatrix(s);
    // The middle of a shape is at 0, 0; that of the box's square at ½, ½. An imported outline stands in the same frame.
    const middle = [(a + c) / 2 + e, (b + d) / 2 + f] as const;
    return planOutline({ path: shapeOutline(s), matrix: [a, b, c, d, ...middle], evenOdd: s.evenOdd ?? false }, asked);
  },
});
