import { morphOf } from '../../src/marks/morph.ts';
import { outlineArea, signedArea } from '../../src/marks/outline.ts';
import { random } from '../random.ts';

type P = readonly [number, number];

/** Whether two sides cross in more than a shared end. */
function cross([ax, ay]: P, [bx, by]: P, [cx, cy]: P, [dx, dy]: P): boolean {
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px);
  const e = 1e-12;
  const [s, t] = [side(ax, ay, bx, by, cx, cy), side(ax, ay, bx, by, dx, dy)];
  const [u, v] = [side(cx, cy, dx, dy, ax, ay), side(cx, cy, dx, dy, bx, by)];
  return ((s > e && t < -e) || (s < -e && t > e)) && ((u > e && v < -e) || (u < -e && v > e));
}

function crossesItself(p: Float64Array): boolean {
  const n = p.length / 2;
  const at = (k: number): P => [p[2 * (k % n)]!, p[2 * (k % n) + 1]!];
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) if ((j + 1) % n !== i && cross(at(i), at(i + 1), at(j), at(j + 1))) return true;
  return false;
}

/** A polygon that is star-shaped about a place, which need not be 0, 0. */
function starShaped(next: () => number): Float64Array {
  const n = 3 + Math.floor(next() * 14);
  const angles = Array.from({ length: n }, (_, k) => ((k + 0.1 + 0.8 * next()) / n) * 2 * Math.PI);
  const [x, y] = [0.2 * (next() - 0.5), 0.2 * (next() - 0.5)];
  return Float64Array.from(
    angles.flatMap((a) => {
      const r = 0.08 + 0.4 * next();
      return [x + r * Math.cos(a), y + r * Math.sin(a)];
    }),
  );
}

describe('morph', () => {
  test('of 1 000 pairs of star-shaped outlines none crosses itself on the way, and the ends are exact', () => {
    const next = random(16);
    for (let k = 0; k < 1000; k++) {
      const [a, b] = [starShaped(next), starShaped(next)];
      const morph = morphOf([a], [b]);
      expect(morph(0)).toEqual([a]);
      expect(morph(1)).toEqual([b]);
      for (const t of [0.001, 0.25, 0.5, 0.75, 0.999]) {
        const [between] = morph(t);
        expect(crossesItself(between!)).toBe(false);
        expect(signedArea(between!)).toBeGreaterThan(0);
      }
    }
  });
  test('the ends are approached without a jump', () => {
    const next = random(5);
    for (let k = 0; k < 50; k++) {
      const [a, b] = [starShaped(next), starShaped(next)];
      const morph = morphOf([a], [b]);
      expect(Math.abs(outlineArea(morph(1e-9)) - outlineArea([a]))).toBeLessThan(1e-6);
      expect(Math.abs(outlineArea(morph(1 - 1e-9)) - outlineArea([b]))).toBeLessThan(1e-6);
    }
  });
  test('a shape whose kernel is elsewhere is matched about that place', () => {
    // An arrow head: star-shaped, but not about 0, 0.
    const arrow = Float64Array.of(-0.5, -0.5, 0.5, 0, -0.5, 0.5, 0.1, 0);
    const square = Float64Array.of(-0.4, -0.4, 0.4, -0.4, 0.4, 0.4, -0.4, 0.4);
    for (const t of [0.2, 0.5, 0.8]) expect(crossesItself(morphOf([arrow], [square])(t)[0]!)).toBe(false);
  });
  test('a hole without a match shrinks to a point', () => {
    const square = Float64Array.of(-0.4, -0.4, 0.4, -0.4, 0.4, 0.4, -0.4, 0.4);
    const hole = Float64Array.of(-0.2, -0.2, -0.2, 0.2, 0.2, 0.2, 0.2, -0.2);
    const morph = morphOf([square, hole], [square]);
    expect(outlineArea(morph(0.5))).toBeCloseTo(0.64 - 0.04, 9);
    expect(outlineArea(morph(0.999999))).toBeCloseTo(0.64, 6);
  });
});
