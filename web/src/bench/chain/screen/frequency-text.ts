import type { Frequency } from '@chromatype/core';

export const UNIT_NAMES: Readonly<Record<Frequency['per'], string>> = {
  lpi: 'lpi',
  lpcm: 'l/cm',
  mm: 'mm',
  px: 'px',
  across: '×',
};

const BY_NAME: Readonly<Record<string, Frequency['per']>> = {
  lpi: 'lpi',
  'l/cm': 'lpcm',
  lpcm: 'lpcm',
  mm: 'mm',
  px: 'px',
  '×': 'across',
  x: 'across',
  across: 'across',
};

/** Reads a frequency with its unit, such as `12 lpi` or `0.8 mm`; null without a unit that is known. */
export function readFrequency(text: string): Frequency | null {
  const m = /^\s*(\d+(?:[.,]\d*)?|[.,]\d+)\s*([^\d\s]+)\s*$/.exec(text);
  const per = m && BY_NAME[m[2]!.toLowerCase()];
  const value = m ? Number(m[1]!.replace(',', '.')) : 0;
  return per && value > 0 ? { value, per } : null;
}
