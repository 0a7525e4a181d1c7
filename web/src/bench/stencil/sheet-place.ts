import { type Job, MM_PER_INCH } from '@chromatype/core';
import type { View } from '../../engine/view.ts';

/** From mm of the trimmed sheet to CSS pixels of the view and back. */
export interface SheetPlace {
  /** CSS pixels a mm. */
  readonly perMm: number;
  toCss(x: number, y: number): { readonly x: number; readonly y: number };
  toMm(x: number, y: number): { readonly x: number; readonly y: number };
}

export function sheetPlace({ sheet }: Pick<Job, 'sheet'>, view: View): SheetPlace {
  const css = 1 / devicePixelRatio;
  const perMm = (sheet.ppi / MM_PER_INCH) * view.scale * css;
  const [left, top] = [view.originX * css, view.originY * css];
  return {
    perMm,
    toCss: (x, y) => ({ x: (x + sheet.bleed) * perMm - left, y: (y + sheet.bleed) * perMm - top }),
    toMm: (x, y) => ({ x: (x + left) / perMm - sheet.bleed, y: (y + top) / perMm - sheet.bleed }),
  };
}

/** Millimetres as documents keep them. */
export const tidyMm = (mm: number): number => Number(mm.toFixed(3));
