import type { Picture } from '../picture/types.ts';
import type { CurvePoint, Param, Params, PointsParam, SettingsOf } from '../settings/params.ts';
import { check, JobError } from './check.ts';
import { readHandStones } from './read-hand-stones.ts';
import { readMarkEdits } from './read-mark-edits.ts';
import { PLACE, readStrokes } from './read-strokes.ts';

/** What a document holds that settings may name. */
export interface Held {
  readonly pictures: readonly Picture[];
  readonly stencils: readonly WithId[];
  readonly passes: readonly WithId[];
}

interface WithId {
  readonly id: string;
}

export const NOTHING_HELD: Held = { pictures: [], stencils: [], passes: [] };

/** An id of something that the document holds, or null. */
export function readHeldId(value: unknown, field: string, ids: readonly WithId[], what: string): string | null {
  if (value == null) return null;
  const id = check.text(value, field, 64);
  if (!ids.some((item) => item.id === id)) {
    throw new JobError(field, `"${field}" names a ${what} that the job does not hold.`);
  }
  return id;
}

const UNIT = { min: 0, max: 1 };

function readParam(value: unknown, field: string, param: Param, held: Held): unknown {
  switch (param.kind) {
    case 'number': {
      const number = check.number(value, field, param);
      if (param.whole && !Number.isInteger(number)) throw new JobError(field, `"${field}" must be a whole number.`);
      return number;
    }
    case 'flag':
      return check.flag(value, field);
    case 'choice':
      return check.oneOf(
        value,
        field,
        param.options.map((o) => o.name),
      );
    case 'colours': {
      const colours = check.list(value, field, param.max).map((c, k) => check.colour(c, `${field}[${k}]`));
      if (colours.length < param.min) throw new JobError(field, `"${field}" needs at least ${param.min} colours.`);
      return colours;
    }
    case 'text':
      return check.text(value, field, param.longest);
    case 'stops': {
      const stops = check.list(value, field, 64).map((item, k) => {
        const stop = check.object(item, `${field}[${k}]`);
        return {
          at: check.number(stop.at, `${field}[${k}].at`, UNIT),
          colour: check.colour(stop.colour, `${field}[${k}].colour`),
        };
      });
      if (stops.length < 1) throw new JobError(field, `"${field}" needs at least one colour.`);
      return stops;
    }
    case 'curve':
      return readCurve(value, field, param.rising ?? false);
    case 'picture':
      return readHeldId(value, field, held.pictures, 'picture');
    case 'stencil':
      return readHeldId(value, field, held.stencils, 'stencil');
    case 'pass':
      return readHeldId(value, field, held.passes, 'pass');
    case 'points':
      return readPoints(value, field, param);
    case 'mark edits':
      return readMarkEdits(value, field);
    case 'stone names': {
      const names = check.list(value, field, param.max).map((name, k) => check.text(name, `${field}[${k}]`, 64));
      if (names.length < param.min) throw new JobError(field, `"${field}" needs at least ${param.min}.`);
      return names;
    }
    case 'hand stones':
      return readHandStones(value, field);
    case 'strokes':
      return readStrokes(value, field, param.does);
  }
}

function readPoints(value: unknown, field: string, { each, min, max }: PointsParam): number[] {
  const numbers = check.list(value, field, each * max).map((v) => check.number(v, field, PLACE));
  if (numbers.length % each !== 0) throw new JobError(field, `"${field}" must hold ${each} numbers of every point.`);
  if (numbers.length < each * min) throw new JobError(field, `"${field}" needs at least ${min} points.`);
  return numbers;
}

/** Points of a curve, from left to right. @throws JobError when they are not */
export function readCurve(value: unknown, field: string, rising: boolean): CurvePoint[] {
  const points = check.list(value, field, 64).map((item, k) => {
    const point = check.object(item, `${field}[${k}]`);
    return { x: check.number(point.x, `${field}[${k}].x`, UNIT), y: check.number(point.y, `${field}[${k}].y`, UNIT) };
  });
  if (points.length < 2) throw new JobError(field, `"${field}" needs at least two points.`);
  points.forEach((p, k) => {
    const before = points[k - 1];
    if (before && p.x <= before.x) throw new JobError(field, `"${field}" must have its points from left to right.`);
    if (rising && before && p.y < before.y) throw new JobError(field, `"${field}" may not fall.`);
  });
  return points;
}

/**
 * Reads settings that a table describes from unknown JSON; a missing one gets its normal value.
 * @throws JobError naming the first that is wrong or unknown
 */
export function readSettings<P extends Params>(
  value: unknown,
  field: string,
  params: P,
  held: Held = NOTHING_HELD,
): SettingsOf<P> {
  const settings = check.object(value, field);
  check.only(settings, field, Object.keys(params));
  const read = ([name, param]: [string, Param]) => [
    name,
    settings[name] === undefined ? param.normal : readParam(settings[name], `${field}.${name}`, param, held),
  ];
  return Object.fromEntries(Object.entries(params).map(read)) as SettingsOf<P>;
}

/** Some of a group's fields by their names, for a table that describes only those; missing ones stay missing. */
export const fieldsOf = (group: Readonly<Record<string, unknown>>, params: Params): Readonly<Record<string, unknown>> =>
  Object.fromEntries(Object.keys(params).flatMap((name) => (group[name] === undefined ? [] : [[name, group[name]]])));
