import { DEFAULT_JOB_STONES, type JobStones, STONE_JOB_PARAMS } from '../stones/job-params.ts';
import { STONE_SHAPE_NAMES } from '../stones/table/shapes/index.ts';
import {
  DEFAULT_STONES,
  MOST_COLOURS,
  MOST_SIZES,
  type StoneColour,
  type StoneSize,
  type StoneTable,
} from '../stones/table/table.ts';
import { tableFault } from '../stones/table/table-fault.ts';
import { check, JobError } from './check.ts';
import { fieldsOf, readSettings } from './read-settings.ts';
import { section } from './section.ts';

const LENGTH = { min: 0.3, max: 100 };
const AMOUNT = { min: 0, max: 1e6 };
const BAG = { min: 1, max: 1e6 };
const CLEARANCE = { min: 0, max: 5 };

function readSize(value: unknown, field: string): StoneSize {
  const s = check.object(value, field);
  check.only(s, field, ['name', 'shape', 'width', 'height', 'price', 'bag', 'weight', 'clearance']);
  const shape = check.oneOf(s.shape ?? 'round', `${field}.shape`, STONE_SHAPE_NAMES);
  const width = check.number(s.width, `${field}.width`, LENGTH);
  return {
    name: check.text(s.name, `${field}.name`, 64),
    shape,
    width,
    height: shape === 'round' ? width : check.number(s.height ?? width, `${field}.height`, LENGTH),
    price: check.number(s.price ?? 0, `${field}.price`, AMOUNT),
    bag: Math.round(check.number(s.bag ?? 1440, `${field}.bag`, BAG)),
    weight: check.number(s.weight ?? 0, `${field}.weight`, AMOUNT),
    clearance: check.number(s.clearance ?? 0.2, `${field}.clearance`, CLEARANCE),
  };
}

function readColour(value: unknown, field: string): StoneColour {
  const c = check.object(value, field);
  check.only(c, field, ['name', 'colour']);
  return { name: check.text(c.name, `${field}.name`, 64), colour: check.colour(c.colour, `${field}.colour`) };
}

/**
 * Reads a table of stones; what is missing gets its normal value.
 * @throws JobError naming the first field that is wrong
 */
export function readStoneTable(value: unknown, field = 'stones'): StoneTable {
  const s = check.object(value, field);
  const list = <T>(
    name: 'sizes' | 'colours',
    most: number,
    read: (item: unknown, at: string) => T,
    normal: readonly T[],
  ) =>
    s[name] === undefined
      ? normal
      : check.list(s[name], `${field}.${name}`, most).map((item, k) => read(item, `${field}.${name}[${k}]`));
  const table = {
    sizes: list('sizes', MOST_SIZES, readSize, DEFAULT_STONES.sizes),
    colours: list('colours', MOST_COLOURS, readColour, DEFAULT_STONES.colours),
  };
  const fault = tableFault(table);
  if (fault) throw new JobError(field, fault);
  return table;
}

export const stonesSection = section<JobStones>('stones', DEFAULT_JOB_STONES, (value, field) => {
  const s = check.object(value, field);
  check.only(s, field, ['sizes', 'colours', ...Object.keys(STONE_JOB_PARAMS)]);
  return {
    ...readStoneTable(s, field),
    ...readSettings(fieldsOf(s, STONE_JOB_PARAMS), field, STONE_JOB_PARAMS),
  };
});
