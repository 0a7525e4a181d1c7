import type { PointMap } from './kind.ts';
import { tileValues } from './tile-cache.ts';

/** Nodes to a side of the squares in which they are worked out. */
const SIDE = 4;
const KEPT_BYTES = 32e6;

/** Reads x and y of places at nodes, from column c and row r on, into a box of `columns` by `rows` of them. */
export type MapNodes = (c: number, r: number, columns: number, rows: number, into: Float64Array) => void;

/**
 * Places that a map gives at nodes `each` pixels apart, of which the node in column 0 and row 0 lies in the middle of the
 * sheet's first pixel. They are worked out once, whatever part of the sheet is asked for.
 */
export function mapNodes(map: PointMap, each: number): MapNodes {
  const place = { x: 0, y: 0 };
  const squares = tileValues(KEPT_BYTES, 2 * SIDE * SIDE, (sx, sy, { values, at }) => {
    for (let k = 0; k < SIDE * SIDE; k++) {
      map((sx * SIDE + (k % SIDE)) * each + 0.5, (sy * SIDE + Math.floor(k / SIDE)) * each + 0.5, place);
      values[at + 2 * k] = place.x;
      values[at + 2 * k + 1] = place.y;
    }
  });
  return (c, r, columns, rows, into) => {
    for (let k = 0, to = 0; k < rows; k++) {
      const sy = Math.floor((r + k) / SIDE);
      const row = (r + k - sy * SIDE) * SIDE;
      for (let n = 0; n < columns; ) {
        const sx = Math.floor((c + n) / SIDE);
        const { values, at } = squares(sx, sy);
        const first = c + n - sx * SIDE;
        const many = Math.min(SIDE - first, columns - n);
        for (let m = at + 2 * (row + first); m < at + 2 * (row + first + many); m++) into[to++] = values[m]!;
        n += many;
      }
    }
  };
}
