import { MOST_POINTS, type Stroke } from '@chromatype/core';

const tidy = (v: number): number => Number(v.toFixed(3));

/** Adds a point to the last stroke of a list; one that grows too long goes on as a new one. */
export function withPoint<D extends string>(
  strokes: readonly Stroke<D>[],
  begun: Omit<Stroke<D>, 'points'> | null,
  x: number,
  y: number,
  pressure: number,
): readonly Stroke<D>[] {
  const point = [tidy(x), tidy(y), tidy(pressure)];
  if (begun) return [...strokes, { ...begun, points: point }];
  const last = strokes.at(-1);
  if (!last) return strokes;
  if (last.points.length >= 3 * MOST_POINTS) {
    return [...strokes, { ...last, points: [...last.points.slice(-3), ...point] }];
  }
  return [...strokes.slice(0, -1), { ...last, points: [...last.points, ...point] }];
}
