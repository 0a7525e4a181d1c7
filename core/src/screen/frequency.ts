import type { Frequency } from '../document/types.ts';

/** Grey steps of one cell: its pixels and bare stock (common practice). */
export const greySteps = (ppi: number, lpi: number): number => Math.round((ppi / lpi) ** 2) + 1;

/** Pixels from one row of cells to the next. `sheetPixels` is the sheet's width, for counts. */
export function pitchOf(frequency: Frequency, ppi: number, sheetPixels: number): number {
  switch (frequency.per) {
    case 'lpi':
      return ppi / frequency.value;
    case 'lpcm':
      return ppi / (frequency.value * 2.54);
    case 'mm':
      return (frequency.value / 25.4) * ppi;
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
    mm: (pitch / ppi) * 25.4,
    px: pitch,
    across: sheetPixels / pitch,
  }[per];
  return { per, value };
}
