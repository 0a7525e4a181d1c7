import type { Outline } from '../../marks/outline.ts';
import { turnedCorners } from '../table/apart.ts';
import type { Footprint } from '../table/footprint.ts';
import { edgeGrid } from './edge-grid.ts';
import { edgeRows } from './edge-rows.ts';

/** Whether a side of a polygon from a to b crosses an edge from c to d. */
function crosses(ax: number, ay: number, bx: number, by: number, cx: number, cy: number, dx: number, dy: number) {
  const side = (px: number, py: number, qx: number, qy: number, x: number, y: number) =>
    (qx - px) * (y - py) - (qy - py) * (x - px);
  return (
    side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy) < 0 &&
    side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by) < 0
  );
}

/** Corners may stand over an edge by so much, in mm: what outlines are rounded by. */
const ROUNDED = 0.002;

/**
 * Tells whether a stone lies inside some areas altogether. Of round stones this is known already, as their middles are laid
 * far enough inside; the edges of others are compared with those of the areas.
 */
export function insideArt(areas: Outline, footprints: readonly Footprint[]) {
  const side = Math.max(0.1, ...footprints.map((f) => f.outer));
  let made: { readonly rows: ReturnType<typeof edgeRows>; readonly edges: ReturnType<typeof edgeGrid> } | null = null;
  return (x: number, y: number, turn: number, size: number): boolean => {
    const own = footprints[size]!;
    if (!own.corners) return true;
    made ??= { rows: edgeRows(areas, side), edges: edgeGrid(areas, side) };
    const { rows, edges } = made;
    // A little smaller than it is, so that sides that lie along an edge do not count as crossing it.
    const shrink = 1 - ROUNDED / own.outer;
    const p = turnedCorners(own.corners, turn).map((v, k) => v * shrink + (k & 1 ? y : x));
    for (let k = 0; k < p.length; k += 2) if (!rows.inside(p[k]!, p[k + 1]!)) return false;
    let clear = true;
    edges.near(x, y, own.outer, (cx, cy, dx, dy) => {
      for (let k = 0; clear && k < p.length; k += 2) {
        const m = k + 2 === p.length ? 0 : k + 2;
        if (crosses(p[k]!, p[k + 1]!, p[m]!, p[m + 1]!, cx, cy, dx, dy)) clear = false;
      }
    });
    return clear;
  };
}
