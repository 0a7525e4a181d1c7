import type { Polygon } from '../../raster/outline-coverage.ts';

/** Which side of a line from a to b a point lies on. */
const side = (ax: number, ay: number, bx: number, by: number, px: number, py: number): number =>
  (bx - ax) * (py - ay) - (by - ay) * (px - ax);

/**
 * Where a closed polygon crosses itself; null where it does not. Sides that only touch do not cross. Sides are looked at from
 * left to right, each against those that it overlaps in x.
 */
export function crossingOf(p: Polygon): readonly [number, number] | null {
  const n = p.length / 2;
  const at = (k: number) => 2 * (k % n);
  const order = Uint32Array.from({ length: n }, (_, k) => k);
  const left = (k: number) => Math.min(p[at(k)]!, p[at(k + 1)]!);
  const right = (k: number) => Math.max(p[at(k)]!, p[at(k + 1)]!);
  order.sort((a, b) => left(a) - left(b));
  for (let i = 0; i < n; i++) {
    const k = order[i]!;
    const [ax, ay, bx, by] = [p[at(k)]!, p[at(k) + 1]!, p[at(k + 1)]!, p[at(k + 1) + 1]!];
    const far = right(k);
    const [low, high] = ay < by ? [ay, by] : [by, ay];
    for (let j = i + 1; j < n; j++) {
      const m = order[j]!;
      if (left(m) > far) break;
      if (m === k || (m + 1) % n === k || (k + 1) % n === m) continue;
      const [cx, cy, dx, dy] = [p[at(m)]!, p[at(m) + 1]!, p[at(m + 1)]!, p[at(m + 1) + 1]!];
      if (Math.min(cy, dy) > high || Math.max(cy, dy) < low) continue;
      const [s1, s2] = [side(ax, ay, bx, by, cx, cy), side(ax, ay, bx, by, dx, dy)];
      const [s3, s4] = [side(cx, cy, dx, dy, ax, ay), side(cx, cy, dx, dy, bx, by)];
      if (s1 * s2 < 0 && s3 * s4 < 0) {
        const t = s3 / (s3 - s4);
        return [ax + t * (bx - ax), ay + t * (by - ay)];
      }
    }
  }
  return null;
}
