import type { PointMap, TrimmedSheet, Vector } from './kind.ts';

/** A sheet on which lengths are millimetres. */
export const inMm = ({ width, height }: TrimmedSheet) => ({ width, height, ppi: 25.4, bleed: 0 });

/** Where handles lie that rest at some points of a larger sheet, under what moved the sheet before; x, y in mm by turns. */
export function movedHandles(forth: PointMap | null, rest: readonly number[], by: Vector): number[] {
  const at = { x: 0, y: 0 };
  const out = [...rest];
  if (!forth) return out;
  for (let k = 0; k < out.length; k += 2) {
    forth(out[k]! - by.x, out[k + 1]! - by.y, at);
    out[k] = at.x + by.x;
    out[k + 1] = at.y + by.y;
  }
  return out;
}
