import type { Polygon } from '../raster/outline-coverage.ts';

type Corner = readonly [number, number];

/** Keeps what of a convex polygon lies to the right of the line from a to b, y downwards (Sutherland & Hodgman 1974). */
function rightOf(points: readonly Corner[], ax: number, ay: number, bx: number, by: number): Corner[] {
  const side = ([x, y]: Corner) => (bx - ax) * (y - ay) - (by - ay) * (x - ax);
  const out: Corner[] = [];
  points.forEach((p, k) => {
    const q = points[(k + 1) % points.length]!;
    const [s, t] = [side(p), side(q)];
    if (s >= 0) out.push(p);
    if (s >= 0 !== t >= 0) {
      const at = s / (s - t);
      out.push([p[0] + at * (q[0] - p[0]), p[1] + at * (q[1] - p[1])]);
    }
  });
  return out;
}

/** Whether every side of a polygon is seen from a place, and seen from the same side. */
function seesAll(p: Polygon, x: number, y: number): boolean {
  let sign = 0;
  for (let k = 0; k < p.length; k += 2) {
    const m = k + 2 === p.length ? 0 : k + 2;
    const cross = (p[k]! - x) * (p[m + 1]! - y) - (p[k + 1]! - y) * (p[m]! - x);
    if (cross === 0) return false;
    if (sign !== 0 && cross > 0 !== sign > 0) return false;
    sign = cross;
  }
  return true;
}

/**
 * A place from which all of a polygon is seen: 0, 0 if it will do, otherwise the middle of all such places (the kernel of
 * the polygon: what lies on the inner side of each of its sides). Null if there is none.
 */
export function starCentre(p: Polygon): { readonly x: number; readonly y: number } | null {
  if (seesAll(p, 0, 0)) return { x: 0, y: 0 };
  let kernel: Corner[] = [
    [-10, -10],
    [10, -10],
    [10, 10],
    [-10, 10],
  ];
  let area = 0;
  for (let k = 0; k < p.length; k += 2) {
    const m = k + 2 === p.length ? 0 : k + 2;
    area += p[k]! * p[m + 1]! - p[m]! * p[k + 1]!;
  }
  for (let k = 0; k < p.length && kernel.length > 0; k += 2) {
    const m = k + 2 === p.length ? 0 : k + 2;
    const [a, b] = area >= 0 ? [k, m] : [m, k];
    kernel = rightOf(kernel, p[a]!, p[a + 1]!, p[b]!, p[b + 1]!);
  }
  if (kernel.length < 3) return null;
  const x = kernel.reduce((sum, c) => sum + c[0], 0) / kernel.length;
  const y = kernel.reduce((sum, c) => sum + c[1], 0) / kernel.length;
  return seesAll(p, x, y) ? { x, y } : null;
}
