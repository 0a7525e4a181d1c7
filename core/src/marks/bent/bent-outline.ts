import type { BentLattice } from '../../bend/bends.ts';
import type { PointMap } from '../../bend/kind.ts';
import { areaOfSlopes, slopesAt, turnOfSlopes } from '../../bend/slopes.ts';
import type { Laid } from '../laid.ts';
import { boxOf, clockwise, outlineArea, reachOf } from '../outline.ts';
import type { UnitOutline } from '../shape-of.ts';
import type { Polygon } from '../../raster/outline-coverage.ts';

/** Pixels between points of an outline that is bent, at most. */
const DENSE = 4;

/** A polygon taken through a matrix, with further points on its longer edges. */
function denselyPlaced(p: Polygon, [a, b, c, d, e, f]: Float64Array): number[] {
  const out: number[] = [];
  const n = p.length;
  for (let k = 0; k < n; k += 2) {
    const m = (k + 2) % n;
    const [x, y] = [a! * p[k]! + c! * p[k + 1]! + e!, b! * p[k]! + d! * p[k + 1]! + f!];
    const [nx, ny] = [a! * p[m]! + c! * p[m + 1]! + e!, b! * p[m]! + d! * p[m + 1]! + f!];
    const far = Math.sqrt((nx - x) * (nx - x) + (ny - y) * (ny - y));
    const pieces = Math.max(1, Math.ceil(far / DENSE));
    for (let t = 0; t < pieces; t++) out.push(x + ((nx - x) * t) / pieces, y + ((ny - y) * t) / pieces);
  }
  return out;
}

/** The outline of a laid mark with each of its points moved, about the place that its own is moved to. */
function movedOutline(forth: PointMap, { unit, matrix }: Laid, x: number, y: number): UnitOutline {
  const at = { x: 0, y: 0 };
  const { outline, name } = unit!;
  const moved = outline.map((p) => {
    const points = Float64Array.from(denselyPlaced(p, matrix));
    for (let k = 0; k < points.length; k += 2) {
      forth(points[k]!, points[k + 1]!, at);
      points[k] = at.x - x;
      points[k + 1] = at.y - y;
    }
    return points;
  });
  const own = clockwise(moved);
  return { outline: own, area: outlineArea(own), box: boxOf(own), reach: reachOf(own), circle: null, name, path: null };
}

/** Lays a mark whose own shape is bent, from how it lies in the unbent lattice. */
export function layBent({ back, forth }: BentLattice, into: Laid): void {
  const at = { x: 0, y: 0 };
  forth(into.x, into.y, at);
  const { x, y } = at;
  into.unit = movedOutline(forth, into, x, y);
  into.x = x;
  into.y = y;
  // What turns clockwise on the way back was turned counter-clockwise.
  into.turn += turnOfSlopes(slopesAt(back, x, y));
  into.matrix.set([1, 0, 0, 1, x, y]);
}

/**
 * Draws the matrix of a laid mark as some bends draw what lies there, its area kept: the tone of its cell says how large it
 * is. `shaping`: the way back through these bends.
 */
export function drawMatrix(shaping: PointMap, { x, y, matrix }: Laid): void {
  const slopes = slopesAt(shaping, x, y);
  const area = areaOfSlopes(slopes);
  if (!(Math.abs(area) > 1e-9)) return;
  const by = (area < 0 ? -1 : 1) / Math.sqrt(Math.abs(area));
  const draw = (k: number, fromX: number, fromY: number) => {
    const [p, q] = [matrix[k]! - fromX, matrix[k + 1]! - fromY];
    matrix[k] = fromX + by * (slopes.yy * p - slopes.xy * q);
    matrix[k + 1] = fromY + by * (slopes.xx * q - slopes.yx * p);
  };
  draw(0, 0, 0);
  draw(2, 0, 0);
  draw(4, x, y);
}
