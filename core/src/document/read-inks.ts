import type { Lab } from '../colour/lab.ts';
import { PRESS_PARAMS, type PressSettings } from '../ink/press-params.ts';
import { SEPARATION_PARAMS, type SeparationSettings } from '../separate/params.ts';
import { check, JobError } from './check.ts';
import { LIMITS } from './limits.ts';
import type { Ink, Overprint, Separation, Stock } from './types.ts';
import { readSettings } from './read-settings.ts';

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

/** @throws JobError naming the first field of a stock that is wrong */
export function readStock(value: unknown, field: string): Stock {
  const s = check.object(value, field);
  check.only(s, field, ['name', 'colour', 'measured', 'texture', 'spread', 'overprints']);
  return {
    name: check.text(s.name, `${field}.name`),
    colour: check.colour(s.colour, `${field}.colour`),
    measured: s.measured === null ? null : readLab(s.measured, `${field}.measured`),
    texture: check.oneOf(s.texture, `${field}.texture`, ['none', 'paper', 'cloth']),
    spread: check.number(s.spread, `${field}.spread`, LIMITS.spread),
    overprints: check
      .list(s.overprints, `${field}.overprints`, 256)
      .map((item, k) => readOverprint(item, `${field}.overprints[${k}]`)),
  };
}

/** @throws JobError naming the first field of an ink that is wrong */
export function readInk(value: unknown, field: string): Ink {
  const i = check.object(value, field);
  check.only(i, field, ['name', 'colour', 'measured', 'strength', 'opacity', 'meets', 'press']);
  const measured = i.measured === null ? null : check.object(i.measured, `${field}.measured`);
  if (measured) check.only(measured, `${field}.measured`, ['lab', 'stock']);
  return {
    name: check.text(i.name, `${field}.name`),
    colour: check.colour(i.colour, `${field}.colour`),
    measured: measured && {
      lab: readLab(measured.lab, `${field}.measured.lab`),
      stock: readLab(measured.stock, `${field}.measured.stock`),
    },
    strength: check.number(i.strength, `${field}.strength`, LIMITS.strength),
    opacity: check.number(i.opacity, `${field}.opacity`, LIMITS.opacity),
    meets: check.oneOf(i.meets, `${field}.meets`, ['overprint', 'light']),
    press: readSettings(i.press, `${field}.press`, PRESS_PARAMS, []) as unknown as PressSettings,
  };
}

/** @throws JobError naming the first field of a separation that is wrong */
export function readSeparation(value: unknown, field: string): Separation {
  const s = check.object(value, field);
  check.only(s, field, ['id', 'name', 'settings']);
  return {
    id: check.text(s.id, `${field}.id`, 64),
    name: check.text(s.name, `${field}.name`),
    settings: readSettings(s.settings, `${field}.settings`, SEPARATION_PARAMS, []) as unknown as SeparationSettings,
  };
}
