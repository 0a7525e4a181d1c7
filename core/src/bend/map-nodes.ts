import type { PointMap } from './kind.ts';
import { tileCache } from './tile-cache.ts';

/** Nodes to a side of the squares in which they are kept. */
const SIDE = 4;
const KEPT_BYTES = 32e6;

/** Reads x and y of places at nodes, from column c and row r on, into a box of `columns` by `rows` of them. */
export type MapNodes = (c: number, r: number, columns: number, rows: number, into: Float64Array) => void;

/**
 * Places that a map gives at nodes `each` pixels apart, of which the node in column 0 and row 0 lies in the middle of the
 * sheet's first pixel. They are worked out once, whatever part of the sheet is asked for.
 */
export function mapNodes(map: PointMap, each: number): MapNodes {
  const kept = tileCache<Float64Array>(KEPT_BYTES, ({ byteLength }) => byteLength + 100);
  const at = { x: 0, y: 0 };
  function make(sx: number, sy: number): Float64Array {
    const places = new Float64Array(2 * SIDE * SIDE);
    for (let k = 0; k < SIDE * SIDE; k++) {
      map((sx * SIDE + (k % SIDE)) * each + 0.5, (sy * SIDE + Math.floor(k / SIDE)) * each + 0.5, at);
      places[2 * k] = at.x;
      places[2 * k + 1] = at.y;
    }
    return places;
  }
  return (c, r, columns, rows, into) => {
    for (let k = 0, to = 0; k < rows; k++) {
      const sy = Math.floor((r + k) / SIDE);
      const row = (r + k - sy * SIDE) * SIDE;
      for (let n = 0; n < columns; ) {
        const sx = Math.floor((c + n) / SIDE);
        const places = kept(sx, sy, make);
        const first = c + n - sx * SIDE;
        const many = Math.min(SIDE - first, columns - n);
        for (let m = 2 * (row + first); m < 2 * (row + first + many); m++) into[to++] = places[m]!;
        n += many;
      }
    }
  };
}
