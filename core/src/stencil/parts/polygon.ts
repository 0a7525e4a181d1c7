import { flag } from '../../settings/params.ts';
import { inOneLine } from './in-one-line.ts';
import { partKind } from './kind.ts';
import { planPath } from './outline.ts';

/** Corners of one polygon at most. */
export const MOST_CORNERS = 10000;

const params = {
  points: {
    kind: 'points',
    label: 'Corners',
    about: 'x and y of each corner.',
    normal: [] as readonly number[],
    on: 'sheet',
    each: 2,
    min: 3,
    max: MOST_CORNERS,
  },
  curved: flag('Curved', 'Runs through its points in a smooth curve, as a line drawn by hand.', false),
} as const;

/** The corners of a polygon as places. */
const places = (points: readonly number[]) =>
  Array.from({ length: points.length / 2 }, (_, k) => [points[2 * k]!, points[2 * k + 1]!] as const);

const straight = (points: readonly number[]): string => {
  const corners = places(points).map(([x, y]) => `${x} ${y}`);
  return `M${corners.join('L')}Z`;
};

/** A closed Catmull–Rom curve through points, as cubic arcs. */
function curved(points: readonly number[]): string {
  const n = points.length / 2;
  const at = (k: number, c: 0 | 1) => points[2 * ((k + n) % n) + c]!;
  const arcs = Array.from({ length: n }, (_, k) => {
    const arm = (from: number, to: number, about: number, sign: number, c: 0 | 1) =>
      at(about, c) + (sign * (at(to, c) - at(from, c))) / 6;
    const numbers = [
      arm(k - 1, k + 1, k, 1, 0),
      arm(k - 1, k + 1, k, 1, 1),
      arm(k, k + 2, k + 1, -1, 0),
      arm(k, k + 2, k + 1, -1, 1),
      at(k + 1, 0),
      at(k + 1, 1),
    ];
    return `C${numbers.join(' ')}`;
  });
  return `M${at(0, 0)} ${at(0, 1)}${arcs.join('')}Z`;
}

export const polygon = partKind({
  name: 'polygon',
  label: 'Polygon',
  about: 'Corners set by clicks, or an outline drawn by hand.',
  params,
  fault: ({ points }) =>
    inOneLine(places(points))
      ? 'The corners of a polygon lie in one line, so that it has no area; move one of them.'
      : null,
  plan: (s, asked) => planPath((s.curved ? curved : straight)(s.points), asked),
});
