import type { CurvePoint } from '../settings/params.ts';

/**
 * A smooth curve through points: a cubic whose slopes never overshoot, so that rising points give a
 * rising curve (Fritsch & Carlson, Monotone piecewise cubic interpolation, 1980). Flat before the first
 * point and after the last. Points must be in order of x.
 */
export function curveThrough(points: readonly CurvePoint[]): (x: number) => number {
  const kept = points.filter((p, k) => k === 0 || p.x > points[k - 1]!.x + 1e-9);
  const n = kept.length;
  if (n === 0) return (x) => x;
  if (n === 1) return () => kept[0]!.y;
  const secant = Array.from({ length: n - 1 }, (_, k) => {
    const [a, b] = [kept[k]!, kept[k + 1]!];
    return (b.y - a.y) / (b.x - a.x);
  });
  const slope = kept.map((_, k) => {
    if (k === 0) return secant[0]!;
    if (k === n - 1) return secant[n - 2]!;
    const [a, b] = [secant[k - 1]!, secant[k]!];
    return a * b <= 0 ? 0 : (a + b) / 2;
  });
  secant.forEach((s, k) => {
    if (s === 0) {
      slope[k] = 0;
      slope[k + 1] = 0;
      return;
    }
    const [a, b] = [slope[k]! / s, slope[k + 1]! / s];
    const size = a * a + b * b;
    if (size <= 9) return;
    const scale = 3 / Math.sqrt(size);
    slope[k] = scale * a * s;
    slope[k + 1] = scale * b * s;
  });
  return (x) => {
    if (x <= kept[0]!.x) return kept[0]!.y;
    if (x >= kept[n - 1]!.x) return kept[n - 1]!.y;
    let k = 0;
    while (x > kept[k + 1]!.x) k++;
    const [a, b] = [kept[k]!, kept[k + 1]!];
    const width = b.x - a.x;
    const t = (x - a.x) / width;
    const u = 1 - t;
    return u * u * (1 + 2 * t) * a.y + t * t * (3 - 2 * t) * b.y + width * t * u * (u * slope[k]! - t * slope[k + 1]!);
  };
}

/** Whether points say nothing: the straight line from 0 to 1. */
export const isStraight = (points: readonly CurvePoint[]): boolean => points.every((p) => p.x === p.y);
