import type { PointMap } from './kind.ts';
import { tileCache } from './tile-cache.ts';

/** Side of the squares of pixels for which places are worked out at a time. */
export const TILE = 64;
/** Steps between the nodes of a tile: the widest that is exact enough is taken. */
const STEPS = [16, 8, 4, 2, 1] as const;
/**
 * Where between two nodes places are tried, in steps: by turns, since a wave of the length of a step would be still half
 * way. Of a curve 94 % of the greatest distance is seen there.
 */
const TRIED = [0.382, 0.618] as const;
/** How far a place between nodes may be off, in pixels. */
const MOST_OFF = 0.02;
/** The same in a first look. */
const ROUGH_STEPS = [32, 16, 8] as const;
const ROUGHLY_OFF = 0.5;
const KEPT_BYTES = 48e6;

/**
 * Places of a square of pixels: of the middle of its pixel (0, 0) and of every `step`-th one on, in rows of
 * TILE / step + 1. Those of other pixels lie on straight lines between them.
 */
export interface PlaceTile {
  readonly step: number;
  readonly xs: Float64Array;
  readonly ys: Float64Array;
}

export interface PlaceGrid {
  /** Places of the tile in column tx and row ty, counted from the top left of the sheet. */
  tile(tx: number, ty: number): PlaceTile;
}

/** The greatest distances of straight lines between nodes from the places that lie there, across and down together. */
function offOf(map: PointMap, { step, xs, ys }: PlaceTile, x0: number, y0: number): number {
  const wide = TILE / step + 1;
  const at = { x: 0, y: 0 };
  let [across, down] = [0, 0];
  const off = (a: number, b: number, t: number, x: number, y: number): number => {
    map(x, y, at);
    const [ex, ey] = [xs[a]! + (xs[b]! - xs[a]!) * t - at.x, ys[a]! + (ys[b]! - ys[a]!) * t - at.y];
    return Math.sqrt(ex * ex + ey * ey);
  };
  for (let r = 0; r < wide; r++) {
    for (let c = 0; c < wide; c++) {
      const k = r * wide + c;
      const [x, y] = [x0 + c * step, y0 + r * step];
      const t = TRIED[(r + c) & 1]!;
      if (c + 1 < wide) across = Math.max(across, off(k, k + 1, t, x + t * step, y));
      if (r + 1 < wide) down = Math.max(down, off(k, k + wide, t, x, y + t * step));
    }
  }
  return across + down;
}

function nodesOf(map: PointMap, x0: number, y0: number, step: number): PlaceTile {
  const wide = TILE / step + 1;
  const xs = new Float64Array(wide * wide);
  const ys = new Float64Array(wide * wide);
  const at = { x: 0, y: 0 };
  for (let r = 0, k = 0; r < wide; r++) {
    for (let c = 0; c < wide; c++, k++) {
      map(x0 + c * step, y0 + r * step, at);
      xs[k] = at.x;
      ys[k] = at.y;
    }
  }
  return { step, xs, ys };
}

/**
 * Places that a bend gives for the pixels of a sheet, from nodes so close that between them nothing is off by more than
 * 0.02 px; where a bend jumps, every pixel has its own. `rough`: to half a pixel, for a
 * first look.
 */
export function placeGrid(map: PointMap, rough: boolean): PlaceGrid {
  const kept = tileCache<PlaceTile>(KEPT_BYTES, ({ xs }) => 2 * xs.byteLength + 200);
  const [first, ...finer] = rough ? ROUGH_STEPS : STEPS;
  const most = rough ? ROUGHLY_OFF : MOST_OFF;
  function make(tx: number, ty: number): PlaceTile {
    const [x0, y0] = [tx * TILE + 0.5, ty * TILE + 0.5];
    let made = nodesOf(map, x0, y0, first);
    for (const step of finer) {
      if (offOf(map, made, x0, y0) <= most) break;
      made = nodesOf(map, x0, y0, step);
    }
    return made;
  }
  return { tile: (tx, ty) => kept(tx, ty, make) };
}
