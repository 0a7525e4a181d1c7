import { type Area, rowsOf } from '../raster/area.ts';
import type { PlaceGrid } from './place-grid.ts';
import { TILE } from './place-tile.ts';

/** The part of an area that lies in one square of a place grid. */
export interface AreaInSquare {
  readonly tx: number;
  readonly ty: number;
  /** Its first pixel inside the square. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly rows: number;
  /** Where its first pixel lies in the rows of the area. */
  readonly at: number;
}

/** Visits the squares of a place grid that an area touches. */
export function eachSquare(area: Area, visit: (part: AreaInSquare) => void): void {
  const rows = rowsOf(area);
  for (let k = 0; k < rows; ) {
    const top = area.y + k * area.step;
    const ty = Math.floor(top / TILE);
    const inside = Math.min(rows - k, Math.ceil(((ty + 1) * TILE - top) / area.step));
    for (let x = area.x; x < area.x + area.width; ) {
      const tx = Math.floor(x / TILE);
      const width = Math.min(area.x + area.width, (tx + 1) * TILE) - x;
      visit({ tx, ty, x: x - tx * TILE, y: top - ty * TILE, width, rows: inside, at: k * area.width + x - area.x });
      x += width;
    }
    k += inside;
  }
}

/** Where the middles of the pixels of an area were before they were bent, row by row. */
export interface Places {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
}

/** Reads the places of an area from a grid. */
export function placesOver(grid: PlaceGrid, area: Area): Places {
  const xs = new Float64Array(area.width * rowsOf(area));
  const ys = new Float64Array(xs.length);
  eachSquare(area, ({ tx, ty, x: left, y: top, width, rows, at }) => {
    const tile = grid.tile(tx, ty);
    const { step } = tile;
    const wide = TILE / step + 1;
    for (let k = 0; k < rows; k++) {
      const y = top + k * area.step;
      const row = Math.floor(y / step);
      const t = (y - row * step) / step;
      const above = row * wide;
      const below = above + wide;
      let column = -1;
      let [ax, ay, bx, by] = [0, 0, 0, 0];
      for (let n = 0; n < width; n++) {
        const c = Math.floor((left + n) / step);
        if (c !== column) {
          column = c;
          const [p, q] = [above + c, below + c];
          ax = tile.xs[p]! + (tile.xs[q]! - tile.xs[p]!) * t;
          ay = tile.ys[p]! + (tile.ys[q]! - tile.ys[p]!) * t;
          bx = (tile.xs[p + 1]! + (tile.xs[q + 1]! - tile.xs[p + 1]!) * t - ax) / step;
          by = (tile.ys[p + 1]! + (tile.ys[q + 1]! - tile.ys[p + 1]!) * t - ay) / step;
        }
        const along = left + n - c * step;
        const to = at + k * area.width + n;
        xs[to] = ax + bx * along;
        ys[to] = ay + by * along;
      }
    }
  });
  return { xs, ys };
}
