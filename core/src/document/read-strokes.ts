import { MOST_POINTS } from '../raster/strokes.ts';
import type { Stroke } from '../settings/params.ts';
import { check, JobError } from './check.ts';

const UNIT = { min: 0, max: 1 };
/** Places on the sheet, in mm. */
export const PLACE = { min: -20000, max: 20000 };
const MOST_STROKES = 5000;

function readStroke<D extends string>(value: unknown, field: string, does: readonly D[]): Stroke<D> {
  const s = check.object(value, field);
  check.only(s, field, ['does', 'size', 'hardness', 'strength', 'points']);
  const points = check
    .list(s.points, `${field}.points`, 3 * MOST_POINTS)
    .map((v) => check.number(v, `${field}.points`, PLACE));
  if (points.length === 0 || points.length % 3 !== 0) {
    throw new JobError(`${field}.points`, `"${field}.points" must hold x, y and pressure of every point.`);
  }
  return {
    does: check.oneOf(s.does, `${field}.does`, does),
    size: check.number(s.size, `${field}.size`, { min: 0, max: 1000 }),
    hardness: check.number(s.hardness, `${field}.hardness`, UNIT),
    strength: check.number(s.strength, `${field}.strength`, UNIT),
    points,
  };
}

/** @throws JobError naming the first field of strokes that is wrong */
export function readStrokes<D extends string>(value: unknown, field: string, does: readonly D[]): Stroke<D>[] {
  if (Array.isArray(value) && value.length > MOST_STROKES) {
    throw new JobError(
      field,
      `"${field}" holds ${value.length} strokes; at most ${MOST_STROKES} are allowed. Begin another part.`,
    );
  }
  return check.list(value, field, MOST_STROKES).map((stroke, k) => readStroke(stroke, `${field}[${k}]`, does));
}

/** What the tone brush and the brush of a cut-out do. */
export const PAINT_DOES = ['lighten', 'darken', 'erase'] as const;
