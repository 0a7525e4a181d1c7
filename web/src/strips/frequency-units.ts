import type { FrequencyUnit } from '@chromatype/core';

/** How frequencies are written after their number. */
export const FREQUENCY_UNITS: Readonly<Record<FrequencyUnit, string>> = {
  lpi: 'lpi',
  lpcm: 'lines/cm',
  mm: 'mm',
  px: 'px',
  across: 'across',
};
