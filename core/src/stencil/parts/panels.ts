import { hashShare } from '../../math/hash.ts';
import { amount, share, whole } from '../../settings/params.ts';
import { planBoxPath, type Point, polygonPath } from './box-path.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS } from './outline.ts';

const params = {
  ...BOX_PARAMS,
  rows: whole('Rows', 'How many rows of panels there are.', 3, 1, 24),
  columns: whole('Columns', 'How many panels lie in a row.', 2, 1, 24),
  gutter: amount('Gutter', 'Room between panels.', 4, 0, 100, 0.5, 'mm'),
  slant: share('Slant', 'How far the gutters between the panels of a row lean.', 0, -1, 1),
  uneven: share('Unevenness', 'How much panels differ in size.', 0, 0, 1),
  seed: whole('Seed', 'Another number divides the page otherwise.', 1, 0, 9999),
} as const;

/** Divides a length into parts that differ by chance. */
function divided(count: number, uneven: number, seed: number, row: number): number[] {
  const parts = Array.from({ length: count }, (_, k) => 1 + 1.4 * uneven * (hashShare(k, row, seed) - 0.5));
  const sum = parts.reduce((a, b) => a + b, 0);
  let at = 0;
  return [0, ...parts.map((part) => (at += part / sum))];
}

/** The panels of a comic page. */
export const panels = partKind({
  name: 'panels',
  label: 'Panels',
  about: 'The panels of a page, in rows with gutters between them.',
  params,
  plan(s, asked) {
    const { width, height, gutter } = s;
    const half = gutter / 2;
    const down = divided(s.rows, s.uneven, s.seed, -1);
    const path = Array.from({ length: s.rows }, (_, row) => {
      const top = down[row]! * height + (row > 0 ? half : 0);
      const bottom = down[row + 1]! * height - (row < s.rows - 1 ? half : 0);
      const across = divided(s.columns, s.uneven, s.seed, row);
      // Gutters of every second row lean the other way.
      const lean = s.slant * (row % 2 === 0 ? 1 : -1) * Math.min(0.4 * (width / s.columns), 0.5 * (bottom - top));
      return Array.from({ length: s.columns }, (_, column) => {
        const edge = (k: number, at: 'left' | 'right', y: 0 | 1): number => {
          const outer = k === 0 || k === s.columns;
          const by = outer ? 0 : lean * (y === 0 ? 0.5 : -0.5) + (at === 'left' ? half : -half);
          return across[k]! * width + by;
        };
        const corners: Point[] = [
          [edge(column, 'left', 0), top],
          [edge(column + 1, 'right', 0), top],
          [edge(column + 1, 'right', 1), bottom],
          [edge(column, 'left', 1), bottom],
        ];
        return polygonPath(corners);
      }).join('');
    }).join('');
    return planBoxPath(s, path, asked);
  },
});
