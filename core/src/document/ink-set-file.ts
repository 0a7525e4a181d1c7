import type { Lab } from '../colour/lab.ts';
import { check, JobError } from './check.ts';
import { plainInk } from '../ink/defaults.ts';
import type { Ink } from '../ink/types.ts';
import { readInk, readStock } from './read-inks.ts';
import { hexOfLight, type InkSet, measuredInk } from '../ink/ink-sets.ts';
import { solidLight } from '../ink/printed-ink.ts';
import { readGpl, writeGpl } from '../formats/gpl.ts';

/** Most inks that a set may hold; eight print on one sheet. */
export const MOST_SET_INKS = 64;

/**
 * A set of inks from parsed JSON: `{ "format": "chromatype-inks", "label", "about", "inks", "base", "stock" }`.
 * @throws JobError naming the first field that is wrong
 */
export function readInkSet(value: unknown): InkSet {
  const s = check.object(value, 'set');
  if (s.format !== 'chromatype-inks') {
    throw new JobError('format', '"format" must be "chromatype-inks"; this is not a set of inks.');
  }
  check.only(s, '', ['format', 'label', 'about', 'inks', 'base', 'stock']);
  const label = check.text(s.label, 'label', 80).trim();
  if (label === '') throw new JobError('label', 'A set of inks needs a name.');
  const inks = check.list(s.inks, 'inks', MOST_SET_INKS).map((ink, k) => readInk(ink, `inks[${k}]`));
  if (inks.length === 0) throw new JobError('inks', 'A set needs at least one ink.');
  return {
    name: label,
    label,
    about: check.text(s.about, 'about'),
    inks,
    base: s.base === null ? null : readInk(s.base, 'base'),
    stock: s.stock === null ? null : readStock(s.stock, 'stock'),
  };
}

/** The document of a set, as it is stored and exchanged. */
export const inkSetDocument = ({ label, about, inks, base, stock }: InkSet) => ({
  format: 'chromatype-inks',
  label,
  about,
  inks,
  base,
  stock,
});

/** Inks of a .gpl palette. @throws PaletteError naming the line that is wrong */
export function inksOfGpl(text: string): InkSet {
  const { name, colours } = readGpl(text);
  const label = name || 'Palette';
  const inks = colours.slice(0, MOST_SET_INKS).map((c, k) => plainInk(c.name || `Ink ${k + 1}`, c.colour));
  return { name: label, label, about: 'From a .gpl palette.', inks, base: null, stock: null };
}

export const gplOfInks = ({ label, inks }: InkSet): string =>
  writeGpl({ name: label, colours: inks.map((ink) => ({ name: ink.name, colour: hexOfLight(solidLight(ink)) })) });

/** A table of measured swatches that cannot be read; the message says what is wrong. */
export class SwatchError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'SwatchError';
  }
}

const PAPER_NAMES = ['paper', 'stock', 'white', 'substrate'];
const PERFECT: Lab = [100, 0, 0];

/**
 * Inks of measured swatches: rows of name, L*, a*, b* (D50), already split into cells. A first row of words is
 * a heading; a row named paper or stock says what the swatches were printed on, otherwise perfect white.
 * @throws SwatchError naming the row that is wrong
 */
export function inksOfSwatches(rows: readonly (readonly string[])[]): Ink[] {
  const read = rows.flatMap((cells, k) => {
    const [name = '', ...rest] = cells.map((c) => c.trim());
    if (name === '' && rest.every((c) => c === '')) return [];
    const values = rest.slice(0, 3).map((c) => (c === '' ? Number.NaN : Number(c.replace(',', '.'))));
    const wrong = values.length < 3 || values.some((v) => !Number.isFinite(v));
    if (wrong && k === 0) return [];
    if (wrong || values[0]! < 0 || values[0]! > 100 || Math.abs(values[1]!) > 160 || Math.abs(values[2]!) > 160) {
      throw new SwatchError(`Row ${k + 1} is not a swatch: a name and L*, a*, b* are expected, L* from 0 to 100.`);
    }
    return [{ name: name || `Ink ${k + 1}`, lab: values as unknown as Lab }];
  });
  const paper = read.find((r) => PAPER_NAMES.includes(r.name.toLowerCase()));
  const inks = read.filter((r) => r !== paper);
  if (inks.length === 0) throw new SwatchError('The table holds no swatch; rows of name, L*, a*, b* are expected.');
  return inks.slice(0, MOST_SET_INKS).map((r) => measuredInk(r.name, r.lab, paper?.lab ?? PERFECT));
}
