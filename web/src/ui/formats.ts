import { MM_PER_INCH } from '@chromatype/core';
import type { NumberFormat } from './number-text.ts';

export const PERCENT: NumberFormat = { unit: '%', digits: 1, shown: 100 };
export const PLAIN: NumberFormat = { unit: '', digits: 2 };
export const DEGREES: NumberFormat = { unit: '°', digits: 2, units: { rad: (v) => (v * 180) / Math.PI } };
export const MM: NumberFormat = {
  unit: 'mm',
  digits: 2,
  units: { cm: (v) => v * 10, in: (v) => v * MM_PER_INCH, m: (v) => v * 1000 },
};
export const PPI: NumberFormat = { unit: 'ppi', digits: 1, units: { ppcm: (v) => v * 2.54 } };
