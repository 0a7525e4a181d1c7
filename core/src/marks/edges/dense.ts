import type { Polygon } from '../../raster/outline-coverage.ts';
import type { DenseEdge } from './kind.ts';

/** Points of an edge that is to be moved, at least. */
const POINTS = 192;

/**
 * A polygon with points so dense that its edge can be moved: every corner is kept, and its sides are divided in
 * proportion to their length.
 */
export function denseEdge(p: Polygon): DenseEdge {
  const n = p.length / 2;
  const lengths = Float64Array.from({ length: n }, (_, k) => {
    const m = (k + 1) % n;
    const [dx, dy] = [p[2 * m]! - p[2 * k]!, p[2 * m + 1]! - p[2 * k + 1]!];
    return Math.sqrt(dx * dx + dy * dy);
  });
  const whole = lengths.reduce((sum, l) => sum + l, 0) || 1;
  const points: number[] = [];
  const along: number[] = [];
  let done = 0;
  for (let k = 0; k < n; k++) {
    const m = (k + 1) % n;
    const pieces = Math.max(1, Math.round((POINTS * lengths[k]!) / whole));
    for (let j = 0; j < pieces; j++) {
      const t = j / pieces;
      points.push(p[2 * k]! + t * (p[2 * m]! - p[2 * k]!), p[2 * k + 1]! + t * (p[2 * m + 1]! - p[2 * k + 1]!));
      along.push((done + t * lengths[k]!) / whole);
    }
    done += lengths[k]!;
  }
  const dense = Float64Array.from(points);
  return { points: dense, along: Float64Array.from(along), outwards: normalsOf(dense) };
}

/** Directions outwards at the points of a polygon that runs clockwise on paper: at right angles to its neighbours' line. */
function normalsOf(p: Polygon): Float64Array {
  const n = p.length / 2;
  const out = new Float64Array(p.length);
  for (let k = 0; k < n; k++) {
    const [a, b] = [(k + n - 1) % n, (k + 1) % n];
    const [dx, dy] = [p[2 * b]! - p[2 * a]!, p[2 * b + 1]! - p[2 * a + 1]!];
    const length = Math.sqrt(dx * dx + dy * dy) || 1;
    out[2 * k] = dy / length;
    out[2 * k + 1] = -dx / length;
  }
  return out;
}
