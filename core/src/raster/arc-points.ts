import { arcTangent, cosine, sine } from '../math/exact.ts';

/** An elliptical arc of an SVG path: radii, turn of its axis in degrees, both flags, and its end. */
export type Arc = readonly [number, number, number, number, number, number, number];

/**
 * Adds the points of an arc, none of its pieces further from it than `flatness`: by its centre, as SVG 1.1, appendix F.6.5,
 * finds it.
 */
export function arcPoints(to: number[], x0: number, y0: number, arc: Arc, flatness: number): void {
  const [rx0, ry0, turn, large, sweep, x1, y1] = arc;
  let [rx, ry] = [Math.abs(rx0), Math.abs(ry0)];
  if (rx === 0 || ry === 0 || (x0 === x1 && y0 === y1)) {
    to.push(x1, y1);
    return;
  }
  const phi = (turn * Math.PI) / 180;
  const [c, s] = [cosine(phi), sine(phi)];
  const [hx, hy] = [(x0 - x1) / 2, (y0 - y1) / 2];
  const [px, py] = [c * hx + s * hy, -s * hx + c * hy];
  // Radii that are too small grow until the arc reaches both ends.
  const short = (px * px) / (rx * rx) + (py * py) / (ry * ry);
  if (short > 1) [rx, ry] = [rx * Math.sqrt(short), ry * Math.sqrt(short)];
  const [a, b] = [rx * rx * py * py + ry * ry * px * px, rx * rx * ry * ry];
  const k = (large === sweep ? -1 : 1) * Math.sqrt(Math.max(0, (b - a) / a));
  const [qx, qy] = [(k * rx * py) / ry, (-k * ry * px) / rx];
  const [cx, cy] = [c * qx - s * qy + (x0 + x1) / 2, s * qx + c * qy + (y0 + y1) / 2];
  const from = arcTangent((py - qy) / ry, (px - qx) / rx);
  let sweepBy = arcTangent((-py - qy) / ry, (-px - qx) / rx) - from;
  if (sweep && sweepBy < 0) sweepBy += 2 * Math.PI;
  if (!sweep && sweepBy > 0) sweepBy -= 2 * Math.PI;
  // A chord of angle t lies r (1 − cos t/2) ≈ r t² / 8 inside its circle.
  const step = Math.sqrt((8 * flatness) / Math.max(rx, ry));
  const pieces = Math.min(20_000, Math.max(1, Math.ceil(Math.abs(sweepBy) / step)));
  for (let n = 1; n < pieces; n++) {
    const t = from + (sweepBy * n) / pieces;
    const [ex, ey] = [rx * cosine(t), ry * sine(t)];
    to.push(cx + c * ex - s * ey, cy + s * ex + c * ey);
  }
  to.push(x1, y1);
}
