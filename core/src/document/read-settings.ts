import type { CurvePoint, Param, Params } from '../settings/params.ts';
import { check, JobError } from './check.ts';
import type { Picture } from './types.ts';

const UNIT = { min: 0, max: 1 };

function readParam(value: unknown, field: string, param: Param, pictures: readonly Picture[]): unknown {
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
    case 'picture': {
      const id = value === null ? null : check.text(value, field, 64);
      if (id !== null && !pictures.some((p) => p.id === id)) {
        throw new JobError(field, `"${field}" names a picture that the job does not hold.`);
      }
      return id;
    }
  }
}

function readCurve(value: unknown, field: string, rising: boolean): CurvePoint[] {
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
 * Settings that a table describes, from unknown JSON.
 * @throws JobError naming the first that is wrong
 */
export function readSettings(value: unknown, field: string, params: Params, pictures: readonly Picture[]) {
  const settings = check.object(value, field);
  check.only(settings, field, Object.keys(params));
  const read = ([name, param]: [string, Param]) => [
    name,
    readParam(settings[name], `${field}.${name}`, param, pictures),
  ];
  return Object.fromEntries(Object.entries(params).map(read));
}
