import type { Size } from '../raster/sheet.ts';
import type { Point, PointMap } from './kind.ts';

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Pixels between the places that are followed back. */
const FOLLOWED = 32;

/** What lies further from the sheet than it is large is left out. */
const limited = (v: number, size: number): number => Math.min(3 * size, Math.max(-2 * size, v));

/** The box of the unbent sheet that lies under a box of the bent one, and a little more. */
export function boxUnder(back: PointMap, { left, top, right, bottom }: Box, { width, height }: Size): Box {
  const [columns, rows] = [Math.ceil((right - left) / FOLLOWED), Math.ceil((bottom - top) / FOLLOWED)];
  const above: Point[] = [];
  let [x0, y0, x1, y1, apart] = [Infinity, Infinity, -Infinity, -Infinity, 1];
  for (let r = 0; r <= rows; r++) {
    let before: Point | null = null;
    for (let c = 0; c <= columns; c++) {
      const at = { x: 0, y: 0 };
      back(Math.min(right, left + c * FOLLOWED), Math.min(bottom, top + r * FOLLOWED), at);
      at.x = limited(at.x, width);
      at.y = limited(at.y, height);
      for (const near of [before, above[c]]) {
        if (near) apart = Math.max(apart, Math.abs(at.x - near.x), Math.abs(at.y - near.y));
      }
      x0 = Math.min(x0, at.x);
      x1 = Math.max(x1, at.x);
      y0 = Math.min(y0, at.y);
      y1 = Math.max(y1, at.y);
      before = at;
      above[c] = at;
    }
  }
  // Between two places that were followed the sheet may swing out by as much as they lie apart.
  return { left: x0 - apart, top: y0 - apart, right: x1 + apart, bottom: y1 + apart };
}
