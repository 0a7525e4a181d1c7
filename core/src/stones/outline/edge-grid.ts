import { boxOf, type Outline } from '../../marks/outline.ts';
import { toSegment } from '../table/apart.ts';

/** The edges of an outline by place. */
export interface EdgeGrid {
  /** Calls `found` with the ends of each edge that may come nearer to a place than `within`; some come twice. */
  near(x: number, y: number, within: number, found: (ax: number, ay: number, bx: number, by: number) => void): void;
  /** Distance to the nearest edge, as far as that is less than `within`; `within` otherwise. */
  distance(x: number, y: number, within: number): number;
}

const MOST_CELLS = 1_000_000;

/** Sorts the edges of an outline into squares of about a side. */
export function edgeGrid(outline: Outline, wanted: number): EdgeGrid {
  if (outline.length === 0) return { near() {}, distance: (_x, _y, within) => within };
  const { left, top, right, bottom } = boxOf(outline);
  const [width, height] = [right - left, bottom - top];
  const side = Math.max(wanted, 1e-6, Math.sqrt((width * height) / MOST_CELLS), Math.max(width, height) / MOST_CELLS);
  const columns = Math.floor(width / side) + 1;
  const rows = Math.floor(height / side) + 1;
  const column = (x: number) => Math.min(columns - 1, Math.max(0, Math.floor((x - left) / side)));
  const row = (y: number) => Math.min(rows - 1, Math.max(0, Math.floor((y - top) / side)));
  const edges = new Float64Array(2 * outline.reduce((sum, p) => sum + p.length, 0));
  let n = 0;
  for (const p of outline) {
    for (let k = 0; k < p.length; k += 2, n += 4) {
      const m = k + 2 === p.length ? 0 : k + 2;
      edges[n] = p[k]!;
      edges[n + 1] = p[k + 1]!;
      edges[n + 2] = p[m]!;
      edges[n + 3] = p[m + 1]!;
    }
  }
  /** Calls `passed` with every square that an edge passes. */
  function squares(k: number, passed: (square: number) => void): void {
    const [ax, ay, bx, by] = [edges[k]!, edges[k + 1]!, edges[k + 2]!, edges[k + 3]!];
    const [from, to] = [Math.min(ax, bx), Math.max(ax, bx)];
    const at = (y: number) => Math.min(to, Math.max(from, ax + ((y - ay) / (by - ay)) * (bx - ax)));
    const last = row(Math.max(ay, by));
    for (let j = row(Math.min(ay, by)); j <= last; j++) {
      // Of the squares of a row only those that the edge passes there.
      const [x0, x1] = ay === by ? [from, to] : [at(top + j * side), at(top + (j + 1) * side)];
      const end = column(Math.max(x0, x1) + 1e-9);
      for (let i = column(Math.min(x0, x1) - 1e-9); i <= end; i++) passed(j * columns + i);
    }
  }
  const starts = new Int32Array(columns * rows + 1);
  for (let k = 0; k < n; k += 4) squares(k, (square) => starts[square + 1]!++);
  for (let square = 0; square < columns * rows; square++) starts[square + 1]! += starts[square]!;
  const held = new Int32Array(starts[columns * rows]!);
  const next = starts.slice(0, columns * rows);
  for (let k = 0; k < n; k += 4) {
    squares(k, (square) => {
      held[next[square]!++] = k;
    });
  }
  function near(x: number, y: number, within: number, found: (...edge: [number, number, number, number]) => void) {
    if (x + within < left || x - within > right || y + within < top || y - within > bottom) return;
    const [i0, i1, j1] = [column(x - within), column(x + within), row(y + within)];
    for (let j = row(y - within); j <= j1; j++) {
      const end = starts[j * columns + i1 + 1]!;
      for (let at = starts[j * columns + i0]!; at < end; at++) {
        const k = held[at]!;
        found(edges[k]!, edges[k + 1]!, edges[k + 2]!, edges[k + 3]!);
      }
    }
  }
  return {
    near,
    distance(x, y, within) {
      let least = within;
      near(x, y, within, (...edge) => {
        least = Math.min(least, toSegment(x, y, ...edge));
      });
      return least;
    },
  };
}
