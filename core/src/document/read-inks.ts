import type { Lab } from '../colour/lab.ts';
import { DEFAULT_INK } from '../ink/defaults.ts';
import { INK_PARAMS } from '../ink/ink-params.ts';
import { PRESS_PARAMS } from '../ink/press-params.ts';
import { STOCK_PARAMS } from '../ink/stock-params.ts';
import type { Ink, InkTones, Overprint, Stock } from '../ink/types.ts';
import { SEPARATION_PARAMS } from '../separate/params.ts';
import { check, JobError } from './check.ts';
import { fieldsOf, readCurve, readSettings } from './read-settings.ts';
import { section } from './section.ts';
import type { Separation } from './types.ts';

const LIGHTNESS = { min: 0, max: 100 };
const OPPONENT = { min: -160, max: 160 };

function readLab(value: unknown, field: string): Lab {
  const lab = check.list(value, field, 3);
  if (lab.length !== 3) throw new JobError(field, `"${field}" must hold L*, a* and b*.`);
  return [
    check.number(lab[0], `${field}[0]`, LIGHTNESS),
    check.number(lab[1], `${field}[1]`, OPPONENT),
    check.number(lab[2], `${field}[2]`, OPPONENT),
  ];
}

function readOverprint(value: unknown, field: string): Overprint {
  const o = check.object(value, field);
  check.only(o, field, ['inks', 'lab', 'stock']);
  return {
    inks: check.list(o.inks, `${field}.inks`, 8).map((name, k) => check.text(name, `${field}.inks[${k}]`)),
    lab: readLab(o.lab, `${field}.lab`),
    stock: readLab(o.stock, `${field}.stock`),
  };
}

/** A Lab value that may be absent. */
const readMeasured = (value: unknown, field: string): Lab | null => (value == null ? null : readLab(value, field));

/** @throws JobError naming the first field of a stock that is wrong */
export function readStock(value: unknown, field: string): Stock {
  const s = check.object(value, field);
  check.only(s, field, ['name', 'colour', 'measured', 'overprints', ...Object.keys(STOCK_PARAMS)]);
  return {
    name: check.text(s.name, `${field}.name`),
    colour: check.colour(s.colour, `${field}.colour`),
    measured: readMeasured(s.measured, `${field}.measured`),
    ...readSettings(fieldsOf(s, STOCK_PARAMS), field, STOCK_PARAMS),
    overprints: check
      .list(s.overprints ?? [], `${field}.overprints`, 256)
      .map((item, k) => readOverprint(item, `${field}.overprints[${k}]`)),
  };
}

const SHARE = { min: 0, max: 1 };

function readTones(value: unknown, field: string): InkTones {
  const t = check.object(value, field);
  check.only(t, field, ['gain', 'smallest', 'solidFrom']);
  return {
    gain: readCurve(t.gain, `${field}.gain`, true),
    smallest: check.number(t.smallest, `${field}.smallest`, SHARE),
    solidFrom: check.number(t.solidFrom, `${field}.solidFrom`, SHARE),
  };
}

/** The Ink station of a pass. */
export const inkSection = section<Ink>('ink', DEFAULT_INK, readInk);

/** @throws JobError naming the first field of an ink that is wrong */
export function readInk(value: unknown, field: string): Ink {
  const i = check.object(value, field);
  check.only(i, field, ['name', 'colour', 'measured', 'tones', 'press', ...Object.keys(INK_PARAMS)]);
  const measured = i.measured == null ? null : check.object(i.measured, `${field}.measured`);
  if (measured) check.only(measured, `${field}.measured`, ['lab', 'stock']);
  return {
    name: check.text(i.name, `${field}.name`),
    colour: check.colour(i.colour, `${field}.colour`),
    measured: measured && {
      lab: readLab(measured.lab, `${field}.measured.lab`),
      stock: readLab(measured.stock, `${field}.measured.stock`),
    },
    ...readSettings(fieldsOf(i, INK_PARAMS), field, INK_PARAMS),
    ...(i.tones == null ? {} : { tones: readTones(i.tones, `${field}.tones`) }),
    press: readSettings(i.press ?? {}, `${field}.press`, PRESS_PARAMS),
  };
}

/** @throws JobError naming the first field of a separation that is wrong */
export function readSeparation(value: unknown, field: string): Separation {
  const s = check.object(value, field);
  check.only(s, field, ['id', 'name', 'settings']);
  return {
    id: check.text(s.id, `${field}.id`, 64),
    name: check.text(s.name, `${field}.name`),
    settings: readSettings(s.settings ?? {}, `${field}.settings`, SEPARATION_PARAMS),
  };
}
