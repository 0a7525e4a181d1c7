import { type Screen, type SheetGeometry, screenPitch } from '@chromatype/core';
import { UsageError } from './usage-error.ts';

/** The narrowest and widest cells that can be screened, in pixels. */
const LEAST = 2;
const MOST = 2000;

/** @throws UsageError for a screen whose cells are too narrow or too wide for the sheet's pixels */
export function checkCells(sheet: SheetGeometry, screen: Pick<Screen, 'frequency'>): void {
  const pitch = screenPitch(sheet, screen);
  if (pitch >= LEAST && pitch <= MOST) return;
  const wide = Number(pitch.toPrecision(3));
  const ppi = Number(sheet.ppi.toFixed(2));
  const mend = pitch < LEAST ? 'fewer rows or a higher --ppi' : 'more rows or a lower --ppi';
  throw new UsageError(
    `Cells of this screen would be ${wide} pixels wide at ${ppi} ppi; they must be ${LEAST} to ${MOST} pixels: ask for ${mend}.`,
  );
}
