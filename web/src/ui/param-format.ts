import type { NumberParam } from '@chromatype/core';
import type { NumberFormat } from './number-text.ts';
import { DEGREES, MM, PERCENT, PLAIN } from './formats.ts';

/** How a number is written, by its unit. */
export function formatOf({ unit }: NumberParam): NumberFormat {
  switch (unit) {
    case '%':
      return PERCENT;
    case '°':
      return DEGREES;
    case 'mm':
      return MM;
    case '':
      return PLAIN;
    default:
      return { unit, digits: 2 };
  }
}
