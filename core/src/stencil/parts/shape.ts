import { contoursOf } from '../../raster/outline-coverage.ts';
import { MADE_SHAPE, shapeOutline } from '../../picture/made/shape.ts';
import { flag, onlyFor } from '../../settings/params.ts';
import { inOneLine } from './in-one-line.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS, boxMatrix, planOutline } from './outline.ts';

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

/** The corners of a polygon as places. */
const places = (p: Float64Array) => Array.from({ length: p.length / 2 }, (_, k) => [p[2 * k]!, p[2 * k + 1]!] as const);

/** Whether a path holds a line that it does not close: it has no area, but runs of stones are laid along it. */
const isOpen = (path: string): boolean =>
  contoursOf(path, [1, 0, 0, 1, 0, 0], 0.01, 'cubic').some((c) => !c.closed && c.points.length >= 4);

/** Stands a shape of radius ½ about 0 into a box. */
export const shapePart = partKind({
  name: 'shape',
  label: 'Shape',
  about: 'A plain shape, or the outlines of an SVG file.',
  params,
  fault(s) {
    if (s.shape !== 'own') return null;
    if (s.path.trim() === '') return 'An imported shape has no outline; choose an SVG file.';
    const points = contoursOf(s.path, [1, 0, 0, 1, 0, 0], 0.01, 'cubic').flatMap((c) => places(c.points));
    return points.length === 0 || (inOneLine(points) && !isOpen(s.path))
      ? 'The outline of an imported shape has no area; choose another SVG file.'
      : null;
  },
  plan(s, asked) {
    const [a, b, c, d, e, f] = boxMatrix(s);
    // The middle of a shape is at 0, 0; that of the box's square at ½, ½. An imported outline stands in the same frame.
    const middle = [(a + c) / 2 + e, (b + d) / 2 + f] as const;
    return planOutline({ path: shapeOutline(s), matrix: [a, b, c, d, ...middle], evenOdd: s.evenOdd ?? false }, asked);
  },
});
