import { arcTangent } from '../math/exact.ts';
import type { Polygon } from '../raster/outline-coverage.ts';
import { type Outline, reversed, signedArea } from './outline.ts';
import { starCentre } from './star-shaped.ts';

/** Two polygons with the same number of points, each of one matched with the same of the other. */
interface Pair {
  readonly a: Polygon;
  readonly b: Polygon;
}

/** An outline between two: at 0 the first, at 1 the second. */
export type Morph = (t: number) => Outline;

interface RadialPoint {
  readonly angle: number;
  readonly x: number;
  readonly y: number;
}

const TURN = 2 * Math.PI;

/** The points of a polygon that is star-shaped about a place, by their angles from it, rising. */
function radial(p: Polygon, cx: number, cy: number): RadialPoint[] {
  const out: RadialPoint[] = [];
  for (let k = 0; k < p.length; k += 2) {
    out.push({ angle: arcTangent(p[k + 1]! - cy, p[k]! - cx), x: p[k]!, y: p[k + 1]! });
  }
  return out.sort((l, r) => l.angle - r.angle);
}

/** Where the ray from (cx, cy) at an angle, whose direction is (dx, dy), meets the side from p to q. */
function onSide(
  p: RadialPoint,
  q: RadialPoint,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): readonly [number, number] {
  const [ex, ey] = [q.x - p.x, q.y - p.y];
  const cross = dx * ey - dy * ex;
  if (Math.abs(cross) < 1e-15) return [p.x, p.y];
  const s = ((p.x - cx) * ey - (p.y - cy) * ex) / cross;
  return [cx + s * dx, cy + s * dy];
}

/**
 * A star-shaped polygon with a point at each of some rays, given as rising angles and their directions: corners of its
 * own stay where they are to the last bit.
 */
function atRays(points: readonly RadialPoint[], cx: number, cy: number, rays: readonly Ray[]): Polygon {
  const out = new Float64Array(2 * rays.length);
  const n = points.length;
  let k = 0;
  rays.forEach((ray, r) => {
    while (k < n && points[k]!.angle < ray.angle) k++;
    const own = points[k];
    if (own && own.angle === ray.angle) {
      out[2 * r] = own.x;
      out[2 * r + 1] = own.y;
      return;
    }
    const [x, y] = onSide(points[(k + n - 1) % n]!, points[k % n]!, cx, cy, ray.dx, ray.dy);
    out[2 * r] = x;
    out[2 * r + 1] = y;
  });
  return out;
}

interface Ray {
  readonly angle: number;
  readonly dx: number;
  readonly dy: number;
}

/** Matches two star-shaped polygons ray by ray: between them every polygon is star-shaped too, so that none crosses itself. */
function matchedByRays(a: Polygon, ca: Place, b: Polygon, cb: Place): Pair {
  const [ra, rb] = [radial(a, ca.x, ca.y), radial(b, cb.x, cb.y)];
  const rays = [
    ...ra.map(({ angle, x, y }): Ray => ({ angle, dx: x - ca.x, dy: y - ca.y })),
    ...rb.map(({ angle, x, y }): Ray => ({ angle, dx: x - cb.x, dy: y - cb.y })),
  ]
    .sort((l, r) => l.angle - r.angle)
    .filter((ray, k, all) => k === 0 || ray.angle !== all[k - 1]!.angle);
  return { a: atRays(ra, ca.x, ca.y, rays), b: atRays(rb, cb.x, cb.y, rays) };
}

interface Place {
  readonly x: number;
  readonly y: number;
}

/** How far along a polygon each of its points lies, 0..1. */
function alongOf(p: Polygon): Float64Array {
  const n = p.length / 2;
  const out = new Float64Array(n + 1);
  for (let k = 0; k < n; k++) {
    const m = (k + 1) % n;
    const [dx, dy] = [p[2 * m]! - p[2 * k]!, p[2 * m + 1]! - p[2 * k + 1]!];
    out[k + 1] = out[k]! + Math.sqrt(dx * dx + dy * dy);
  }
  const whole = out[n]! || 1;
  return out.map((v) => v / whole);
}

/** A polygon that begins at its point `first`. */
function begunAt(p: Polygon, first: number): Polygon {
  const out = new Float64Array(p.length);
  out.set(p.subarray(2 * first));
  out.set(p.subarray(0, 2 * first), p.length - 2 * first);
  return out;
}

/** A polygon with a point at each of some places along it, which hold its own. */
function atShares(p: Polygon, along: Float64Array, shares: readonly number[]): Polygon {
  const n = p.length / 2;
  const out = new Float64Array(2 * shares.length);
  let k = 0;
  shares.forEach((share, r) => {
    while (k + 1 < n && along[k + 1]! <= share) k++;
    const m = (k + 1) % n;
    const span = along[k + 1]! - along[k]!;
    const t = span > 0 ? Math.min(1, (share - along[k]!) / span) : 0;
    out[2 * r] = t === 0 ? p[2 * k]! : p[2 * k]! + t * (p[2 * m]! - p[2 * k]!);
    out[2 * r + 1] = t === 0 ? p[2 * k + 1]! : p[2 * k + 1]! + t * (p[2 * m + 1]! - p[2 * k + 1]!);
  });
  return out;
}

/** Matches two polygons by how far along they run, from the two points that lie at the most alike angle. */
function matchedAlong(a: Polygon, b: Polygon): Pair {
  const middle = (p: Polygon): Place => {
    let [x, y] = [0, 0];
    for (let k = 0; k < p.length; k += 2) {
      x += p[k]!;
      y += p[k + 1]!;
    }
    return { x: (2 * x) / p.length, y: (2 * y) / p.length };
  };
  const [ma, mb] = [middle(a), middle(b)];
  const facing = arcTangent(a[1]! - ma.y, a[0]! - ma.x);
  let first = 0;
  let best = Infinity;
  for (let k = 0; k < b.length / 2; k++) {
    const d = arcTangent(b[2 * k + 1]! - mb.y, b[2 * k]! - mb.x) - facing;
    const apart = Math.abs(d - TURN * Math.round(d / TURN));
    if (apart < best) [best, first] = [apart, k];
  }
  const turned = begunAt(b, first);
  const [la, lb] = [alongOf(a), alongOf(turned)];
  const shares = [...la.subarray(0, -1), ...lb.subarray(0, -1)]
    .sort((l, r) => l - r)
    .filter((s, k, all) => k === 0 || s !== all[k - 1]);
  return { a: atShares(a, la, shares), b: atShares(turned, lb, shares) };
}

/** A polygon and a point in its middle, to which it shrinks where the other outline has no part for it. */
function withPoint(p: Polygon): Polygon {
  let [x, y] = [0, 0];
  for (let k = 0; k < p.length; k += 2) {
    x += p[k]!;
    y += p[k + 1]!;
  }
  const out = new Float64Array(p.length);
  for (let k = 0; k < p.length; k += 2) {
    out[k] = (2 * x) / p.length;
    out[k + 1] = (2 * y) / p.length;
  }
  return out;
}

function matched(a: Polygon, b: Polygon): Pair {
  const [ca, cb] = [starCentre(a), starCentre(b)];
  if (!ca || !cb) return matchedAlong(a, b);
  const pair = matchedByRays(a, ca, b, cb);
  // Rays go round clockwise; holes wind the other way.
  return signedArea(a) >= 0 ? pair : { a: reversed(pair.a), b: reversed(pair.b) };
}

const bySize = (outline: Outline): Polygon[] =>
  [...outline].sort((l, r) => Math.abs(signedArea(r)) - Math.abs(signedArea(l)));

/**
 * Matches two outlines point by point. Two star-shaped polygons are matched ray by ray and never cross themselves on
 * the way; others along their length. Parts are matched by size, outer ones with outer ones and holes with holes; a
 * part without a match shrinks to a point.
 */
export function morphOf(from: Outline, to: Outline): Morph {
  const pairs: Pair[] = [];
  for (const outer of [true, false]) {
    const side = (outline: Outline) => bySize(outline).filter((p) => signedArea(p) >= 0 === outer);
    const [as, bs] = [side(from), side(to)];
    for (let k = 0; k < Math.max(as.length, bs.length); k++) {
      const [a, b] = [as[k], bs[k]];
      if (a && b) pairs.push(matched(a, b));
      else if (a) pairs.push({ a, b: withPoint(a) });
      else if (b) pairs.push({ a: withPoint(b), b });
    }
  }
  return (t) => {
    if (t <= 0) return from;
    if (t >= 1) return to;
    return pairs.map(({ a, b }) => a.map((v, k) => v + t * (b[k]! - v)));
  };
}
