import { cosine, sine } from '../../math/exact.ts';
import type { Footprint } from './footprint.ts';

/** A convex polygon turned by degrees, counter-clockwise as seen on paper, about 0. */
export function turnedCorners(corners: Float64Array, degrees: number): Float64Array {
  if (degrees === 0) return corners;
  const turn = (-degrees * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const out = new Float64Array(corners.length);
  for (let k = 0; k < out.length; k += 2) {
    out[k] = c * corners[k]! - s * corners[k + 1]!;
    out[k + 1] = s * corners[k]! + c * corners[k + 1]!;
  }
  return out;
}

/** Distance from a point to a line from a to b. */
export function toSegment(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / length));
  const [x, y] = [px - ax - t * dx, py - ay - t * dy];
  return Math.sqrt(x * x + y * y);
}

/** How far a point lies outside a convex polygon that runs clockwise on paper; below 0 how deep inside. */
function toPolygon(px: number, py: number, p: Float64Array): number {
  let deepest = -Infinity;
  let least = Infinity;
  const n = p.length;
  for (let k = 0; k < n; k += 2) {
    const m = k + 2 === n ? 0 : k + 2;
    const [ax, ay, bx, by] = [p[k]!, p[k + 1]!, p[m]!, p[m + 1]!];
    const long = Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay));
    deepest = Math.max(deepest, ((px - ax) * (by - ay) - (py - ay) * (bx - ax)) / long);
    least = Math.min(least, toSegment(px, py, ax, ay, bx, by));
  }
  return deepest < 0 ? deepest : least;
}

/** The widest gap between two convex polygons that a line along a side of the first can see; below 0 where they overlap. */
function seenApart(p: Float64Array, q: Float64Array): number {
  let widest = -Infinity;
  const n = p.length;
  for (let k = 0; k < n; k += 2) {
    const m = k + 2 === n ? 0 : k + 2;
    const [dx, dy] = [p[m]! - p[k]!, p[m + 1]! - p[k + 1]!];
    const long = Math.sqrt(dx * dx + dy * dy);
    let least = Infinity;
    for (let j = 0; j < q.length; j += 2)
      least = Math.min(least, ((q[j]! - p[k]!) * dy - (q[j + 1]! - p[k + 1]!) * dx) / long);
    widest = Math.max(widest, least);
  }
  return widest;
}

/** How far a convex polygon reaches along a direction of length 1. */
function reachAlong(p: Float64Array, ux: number, uy: number): number {
  let most = -Infinity;
  for (let k = 0; k < p.length; k += 2) most = Math.max(most, p[k]! * ux + p[k + 1]! * uy);
  return most;
}

/**
 * Distance between two convex polygons about their own middles, the second `dx`, `dy` from the first; below 0 how deep they
 * overlap (separating axes). Once it is known to be at least `enough`, whatever is known is returned.
 */
function polygonsApart(p: Float64Array, own: Float64Array, dx: number, dy: number, enough: number): number {
  const between = Math.sqrt(dx * dx + dy * dy);
  if (between > 0) {
    const [ux, uy] = [dx / between, dy / between];
    const seen = between - reachAlong(p, ux, uy) - reachAlong(own, -ux, -uy);
    if (seen >= enough) return seen;
  }
  const q = own.map((v, k) => v + (k & 1 ? dy : dx));
  const seen = Math.max(seenApart(p, q), seenApart(q, p));
  if (seen < 0 || seen >= enough) return seen;
  let least = Infinity;
  for (let k = 0; k < p.length; k += 2) least = Math.min(least, toPolygon(p[k]!, p[k + 1]!, q));
  for (let k = 0; k < q.length; k += 2) least = Math.min(least, toPolygon(q[k]!, q[k + 1]!, p));
  return least;
}

/**
 * Distance in mm between the edges of two stones, the second `dx`, `dy` from the first; below 0 where they overlap. Of
 * stones at least `enough` apart only that may be known. Turns in degrees, counter-clockwise.
 */
export function apart(
  a: Footprint,
  turnA: number,
  b: Footprint,
  turnB: number,
  dx: number,
  dy: number,
  enough = Infinity,
): number {
  if (!a.corners && !b.corners) return Math.sqrt(dx * dx + dy * dy) - a.outer - b.outer;
  if (!a.corners) return toPolygon(-dx, -dy, turnedCorners(b.corners!, turnB)) - a.outer;
  const first = turnedCorners(a.corners, turnA);
  if (!b.corners) return toPolygon(dx, dy, first) - b.outer;
  return polygonsApart(first, turnedCorners(b.corners, turnB), dx, dy, enough);
}
