import { MM_PER_INCH } from '../math/units.ts';

/** Units in which a frequency can be stated: rows per inch or per centimetre, a pitch in mm or pixels, or a count. */
export const FREQUENCY_UNITS = ['lpi', 'lpcm', 'mm', 'px', 'across'] as const;
export type FrequencyUnit = (typeof FREQUENCY_UNITS)[number];

/** Rows of cells per unit of length, or the length from one row to the next. */
export interface Frequency {
  readonly value: number;
  readonly per: FrequencyUnit;
}

/** Greatest range of a frequency's value in any unit; the pitch that it makes has limits of its own. */
export const FREQUENCY_RANGE = { min: 0.01, max: 100000, about: 'Rows of cells per unit of length.' } as const;

/** Grey steps of one cell: its pixels and bare stock (common practice). */
export const greySteps = (ppi: number, lpi: number): number => Math.round((ppi / lpi) * (ppi / lpi)) + 1;

/** Pixels from one row of cells to the next. `sheetPixels` is the sheet's width, for counts. */
export function pitchOf(frequency: Frequency, ppi: number, sheetPixels: number): number {
  switch (frequency.per) {
    case 'lpi':
      return ppi / frequency.value;
    case 'lpcm':
      return ppi / (frequency.value * 2.54);
    case 'mm':
      return (frequency.value / MM_PER_INCH) * ppi;
    case 'px':
      return frequency.value;
    case 'across':
      return sheetPixels / frequency.value;
  }
}

/** Rows of cells per inch. */
export function lpiOf(frequency: Frequency, ppi: number, sheetPixels: number): number {
  return ppi / pitchOf(frequency, ppi, sheetPixels);
}

/** The same frequency expressed in another unit. */
export function convertFrequency(
  frequency: Frequency,
  per: Frequency['per'],
  ppi: number,
  sheetPixels: number,
): Frequency {
  const pitch = pitchOf(frequency, ppi, sheetPixels);
  const value = {
    lpi: ppi / pitch,
    lpcm: ppi / pitch / 2.54,
    mm: (pitch / ppi) * MM_PER_INCH,
    px: pitch,
    across: sheetPixels / pitch,
  }[per];
  return { per, value };
}
