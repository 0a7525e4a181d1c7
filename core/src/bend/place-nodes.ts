import type { PointMap } from './kind.ts';
import { type PlaceTile, TILE } from './place-tile.ts';

/**
 * Where between two nodes places are tried, in steps: by turns, since a wave of the length of a step would be still half
 * way. Of a curve 94 % of the greatest distance is seen there.
 */
const TRIED = [0.382, 0.618] as const;

/** Whether straight lines between nodes lie close to the places there: by what they are off across and down together. */
function closeTo(map: PointMap, { step, xs, ys }: PlaceTile, x0: number, y0: number, most: number): boolean {
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
      // Written so that what is no number is not close.
      if (!(across + down <= most)) return false;
    }
  }
  return true;
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
 * Places of a square, each node of which is worked out: at the first of some steps at which straight lines are off by no
 * more than `most` pixels, or at the last one.
 */
export function placeNodes(map: PointMap, tx: number, ty: number, steps: readonly number[], most: number): PlaceTile {
  const [x0, y0] = [tx * TILE + 0.5, ty * TILE + 0.5];
  const [first, ...finer] = steps;
  let made = nodesOf(map, x0, y0, first!);
  for (const step of finer) {
    if (closeTo(map, made, x0, y0, most)) break;
    made = nodesOf(map, x0, y0, step);
  }
  return made;
}
