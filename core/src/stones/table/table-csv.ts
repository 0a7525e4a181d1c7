import { STONE_SHAPE_NAMES } from './shapes/index.ts';
import { DEFAULT_STONES, MOST_COLOURS, MOST_SIZES, type StoneColour, type StoneSize } from './table.ts';
import { tableFault } from './table-fault.ts';

/** A file that is no table of stones, in one sentence. */
export class StoneTableError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'StoneTableError';
  }
}

/** Splits a line at its commas; fields in quotes may hold commas (RFC 4180). Null if a quote is not closed. */
function fieldsOf(line: string): string[] | null {
  const fields: string[] = [];
  let rest = line;
  for (;;) {
    if (rest.startsWith('"')) {
      const quoted = /^"((?:[^"]|"")*)"(?:,|$)/.exec(rest);
      if (!quoted) return null;
      fields.push(quoted[1]!.replace(/""/g, '"').trim());
      if (quoted[0].length === rest.length && !quoted[0].endsWith(',')) return fields;
      rest = rest.slice(quoted[0].length);
    } else {
      const at = rest.indexOf(',');
      fields.push((at < 0 ? rest : rest.slice(0, at)).trim());
      if (at < 0) return fields;
      rest = rest.slice(at + 1);
    }
  }
}

interface Line {
  readonly number: number;
  readonly fields: readonly string[];
}

/** The lines of a table that hold something, without its heading. */
function linesOf(text: string, heading: string): Line[] {
  const lines = text
    .replace(/^\ufeff/, '')
    .split(/\r\n|\n|\r/)
    .map((line, k) => ({ number: k + 1, line }))
    .filter(({ line }) => line.trim() !== '');
  return lines.flatMap(({ number, line }, k) => {
    const fields = fieldsOf(line);
    if (!fields) throw new StoneTableError(`Line ${number} has a quotation mark that is not closed.`);
    if (k === 0 && fields[0]!.toLowerCase() === heading) return [];
    return [{ number, fields }];
  });
}

/**
 * Colours of stones from a table with a line for each: its name, and its colour as `#rrggbb`. A heading `name,colour` may
 * come first.
 * @throws StoneTableError naming the line that is wrong
 */
export function readColoursCsv(text: string): StoneColour[] {
  const colours = linesOf(text, 'name').map(({ number, fields: [name, hex] }) => {
    if (!name || name.length > 64) throw new StoneTableError(`Line ${number} has no name of a colour.`);
    if (!hex || !/^#?[0-9a-f]{6}$/i.test(hex))
      throw new StoneTableError(`Line ${number} has no colour such as #f2c230 behind the name.`);
    return { name, colour: `#${hex.replace('#', '').toLowerCase()}` };
  });
  if (colours.length === 0)
    throw new StoneTableError('The file holds no colours; it needs a line such as Jet,#1e1b18.');
  if (colours.length > MOST_COLOURS)
    throw new StoneTableError(`The file holds ${colours.length} colours; at most ${MOST_COLOURS} are taken.`);
  const fault = tableFault({ sizes: DEFAULT_STONES.sizes, colours });
  if (fault) throw new StoneTableError(fault);
  return colours;
}

const SIZE_FIELDS = ['name', 'shape', 'width_mm', 'height_mm', 'price', 'bag', 'weight_g', 'clearance_mm'] as const;

/**
 * Sizes of stones from a table: name, shape, width and height in mm, price of a bag, stones in a bag, weight of one in g, and
 * clearance in mm. Fields at the end may be left out.
 * @throws StoneTableError naming the line that is wrong
 */
export function readSizesCsv(text: string): StoneSize[] {
  const sizes = linesOf(text, 'name').map(({ number, fields }): StoneSize => {
    const at = (k: number, min: number, max: number, normal: number): number => {
      const field = fields[k];
      if (field === undefined || field === '') return normal;
      const value = Number(field);
      if (!Number.isFinite(value) || value < min || value > max)
        throw new StoneTableError(
          `Line ${number}: ${SIZE_FIELDS[k]} must be a number from ${min} to ${max}, not "${field}".`,
        );
      return value;
    };
    const [name, shape = 'round'] = fields;
    if (!name || name.length > 64) throw new StoneTableError(`Line ${number} has no name of a size.`);
    if (!STONE_SHAPE_NAMES.includes(shape))
      throw new StoneTableError(
        `Line ${number}: the shape must be one of ${STONE_SHAPE_NAMES.join(', ')}, not "${shape}".`,
      );
    const width = at(2, 0.3, 100, NaN);
    if (Number.isNaN(width)) throw new StoneTableError(`Line ${number} has no width in mm.`);
    const bag = at(5, 1, 1e6, 1440);
    return {
      name,
      shape,
      width,
      height: shape === 'round' ? width : at(3, 0.3, 100, width),
      price: at(4, 0, 1e6, 0),
      bag: Math.round(bag),
      weight: at(6, 0, 1000, 0),
      clearance: at(7, 0, 5, 0.2),
    };
  });
  if (sizes.length === 0) throw new StoneTableError('The file holds no sizes; it needs a line such as SS10,round,2.8.');
  if (sizes.length > MOST_SIZES)
    throw new StoneTableError(`The file holds ${sizes.length} sizes; at most ${MOST_SIZES} are taken.`);
  const fault = tableFault({ sizes, colours: DEFAULT_STONES.colours });
  if (fault) throw new StoneTableError(fault);
  return sizes;
}

const quoted = (text: string): string => (/[",\n\r]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);

export const writeColoursCsv = (colours: readonly StoneColour[]): string =>
  `name,colour\n${colours.map((c) => `${quoted(c.name)},${c.colour}\n`).join('')}`;

export const writeSizesCsv = (sizes: readonly StoneSize[]): string =>
  `${SIZE_FIELDS.join(',')}\n${sizes
    .map((s) => `${[quoted(s.name), s.shape, s.width, s.height, s.price, s.bag, s.weight, s.clearance].join(',')}\n`)
    .join('')}`;
