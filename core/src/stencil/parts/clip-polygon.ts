import type { Point } from './box-path.ts';

/** Keeps what of a polygon lies on one side of a line: where `side` is at least 0 (Sutherland & Hodgman 1974). */
function half(points: readonly Point[], side: (p: Point) => number): Point[] {
  const out: Point[] = [];
  points.forEach((p, k) => {
    const next = points[(k + 1) % points.length]!;
    const [a, b] = [side(p), side(next)];
    if (a >= 0) out.push(p);
    if (a >= 0 !== b >= 0) {
      const t = a / (a - b);
      out.push([p[0] + t * (next[0] - p[0]), p[1] + t * (next[1] - p[1])]);
    }
  });
  return out;
}

/** The part of a polygon that lies in a box of so many mm. */
export const clippedToBox = (points: readonly Point[], width: number, height: number): Point[] =>
  half(
    half(
      half(
        half(points, ([x]) => x),
        ([x]) => width - x,
      ),
      ([, y]) => y,
    ),
    ([, y]) => height - y,
  );
