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
  const cells = new Map<number, number[]>();
  const column = (x: number) => Math.min(columns - 1, Math.max(0, Math.floor((x - left) / side)));
  const row = (y: number) => Math.min(rows - 1, Math.max(0, Math.floor((y - top) / side)));
  for (const p of outline) {
    for (let k = 0; k < p.length; k += 2) {
      const m = k + 2 === p.length ? 0 : k + 2;
      const [ax, ay, bx, by] = [p[k]!, p[k + 1]!, p[m]!, p[m + 1]!];
      const last = row(Math.max(ay, by));
      for (let j = row(Math.min(ay, by)); j <= last; j++) {
        // Of the squares of a row only those that the edge passes there.
        const [y0, y1] = [top + j * side, top + (j + 1) * side];
        const at = (y: number) => (ay === by ? ax : ax + ((y - ay) / (by - ay)) * (bx - ax));
        const [from, to] = [Math.min(ax, bx), Math.max(ax, bx)];
        const inRow = (x: number) => Math.min(to, Math.max(from, x));
        const ends = ay === by ? [ax, bx] : [inRow(at(y0)), inRow(at(y1))];
        const [i0, i1] = [column(Math.min(...ends) - 1e-9), column(Math.max(...ends) + 1e-9)];
        for (let i = i0; i <= i1; i++) {
          const held = cells.get(j * columns + i);
          if (held) held.push(ax, ay, bx, by);
          else cells.set(j * columns + i, [ax, ay, bx, by]);
        }
      }
    }
  }
  function near(x: number, y: number, within: number, found: (...edge: [number, number, number, number]) => void) {
    if (x + within < left || x - within > right || y + within < top || y - within > bottom) return;
    const [i0, i1, j1] = [column(x - within), column(x + within), row(y + within)];
    for (let j = row(y - within); j <= j1; j++) {
      for (let i = i0; i <= i1; i++) {
        const held = cells.get(j * columns + i);
        if (held) for (let k = 0; k < held.length; k += 4) found(held[k]!, held[k + 1]!, held[k + 2]!, held[k + 3]!);
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
