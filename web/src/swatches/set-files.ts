import {
  gplOfInks,
  inkSetDocument,
  type InkSet,
  inksOfGpl,
  inksOfSwatches,
  readInkSet,
  SwatchError,
} from '@chromatype/core';

export const SET_FILES = '.json,.gpl,.csv,.txt,application/json,text/csv';

const nameOfFile = (name: string): string => name.replace(/\.[^.]*$/, '').slice(0, 80) || 'Inks';

/**
 * A set of inks from a file: a set's own JSON, a .gpl palette, or measured swatches as .csv.
 * @throws Error whose message says what is wrong
 */
export async function readSetFile(file: File): Promise<InkSet> {
  const text = await file.text();
  const ending = file.name.toLowerCase().split('.').at(-1);
  if (ending === 'gpl') return inksOfGpl(text);
  if (ending === 'csv' || ending === 'txt') {
    const { default: Papa } = await import('papaparse');
    const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
    if (data.length === 0) throw new SwatchError('The table is empty.');
    const label = nameOfFile(file.name);
    return { name: label, label, about: 'Measured swatches.', inks: inksOfSwatches(data), base: null, stock: null };
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Error('it is not valid JSON.');
  }
  return readInkSet(value);
}

export const setAsJson = (set: InkSet): Blob =>
  new Blob([`${JSON.stringify(inkSetDocument(set), null, 2)}\n`], { type: 'application/json' });

export const setAsGpl = (set: InkSet): Blob => new Blob([gplOfInks(set)], { type: 'text/plain' });
