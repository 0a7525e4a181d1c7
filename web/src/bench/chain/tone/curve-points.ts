import type { CurvePoint } from '@chromatype/core';

/** Least distance between two points of a curve, from left to right. */
const APART = 0.01;
const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
const tidy = (v: number): number => Number(v.toFixed(4));

/** A point moved; it stays between its neighbours, and the first and last may move inwards. */
export function movePoint(points: readonly CurvePoint[], at: number, x: number, y: number): CurvePoint[] {
  const low = at === 0 ? 0 : points[at - 1]!.x + APART;
  const high = at === points.length - 1 ? 1 : points[at + 1]!.x - APART;
  return points.map((p, k) => (k === at ? { x: tidy(clamp(x, low, high)), y: tidy(clamp(y, 0, 1)) } : p));
}

/** A curve with one more point, and where that stands; the same curve when a neighbour is too near. */
export function addPoint(
  points: readonly CurvePoint[],
  x: number,
  y: number,
): { points: readonly CurvePoint[]; at: number } {
  const at = points.findIndex((p) => p.x > x);
  const place = at < 0 ? points.length : at;
  const near = points.findIndex((p) => Math.abs(p.x - x) < APART);
  if (near >= 0) return { points, at: near };
  return { points: points.toSpliced(place, 0, { x: tidy(clamp(x, 0, 1)), y: tidy(clamp(y, 0, 1)) }), at: place };
}

/** A curve without one of its points; two always stay. */
export const removePoint = (points: readonly CurvePoint[], at: number): readonly CurvePoint[] =>
  points.length > 2 ? points.toSpliced(at, 1) : points;
