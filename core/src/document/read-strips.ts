import { check, JobError } from './check.ts';
import type { StripAxis, StripSheet } from './types.ts';

/** Largest number of strip sheets that a job keeps, and of variants on each side of one. */
export const MOST_STRIP_SHEETS = 50;
export const MOST_STRIPS = 9;

function readAxis(value: unknown, field: string): StripAxis {
  const a = check.object(value, field);
  check.only(a, field, ['setting', 'values']);
  const values = check.list(a.values, `${field}.values`, MOST_STRIPS).map((v, k) => {
    if (typeof v === 'number' || typeof v === 'string' || typeof v === 'boolean') return v;
    throw new JobError(`${field}.values[${k}]`, `"${field}.values[${k}]" must be a number, a name, or true or false.`);
  });
  if (values.length === 0) throw new JobError(`${field}.values`, `"${field}.values" needs at least one value.`);
  return { setting: check.text(a.setting, `${field}.setting`, 100), values };
}

/** @throws JobError naming the first field of a sheet of strips that is wrong */
export function readStrips(value: unknown, field: string): StripSheet {
  const s = check.object(value, field);
  check.only(s, field, ['id', 'pass', 'across', 'down', 'crop']);
  const crop = check.object(s.crop, `${field}.crop`);
  const place = (name: string) => check.number(crop[name], `${field}.crop.${name}`, { min: -100, max: 4000 });
  const side = (name: string) => check.number(crop[name], `${field}.crop.${name}`, { min: 1, max: 500 });
  return {
    id: check.text(s.id, `${field}.id`, 64),
    pass: check.text(s.pass, `${field}.pass`, 64),
    across: readAxis(s.across, `${field}.across`),
    down: s.down === null ? null : readAxis(s.down, `${field}.down`),
    crop: { x: place('x'), y: place('y'), width: side('width'), height: side('height') },
  };
}
