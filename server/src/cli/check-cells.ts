import { LARGEST_PITCH, type Screen, type SheetGeometry, SMALLEST_PITCH, screenPitch } from '@chromatype/core';
import { UsageError } from './usage-error.ts';

/** @throws UsageError for a screen whose cells are too narrow or too wide for the sheet's pixels */
export function checkCells(sheet: SheetGeometry, screen: Pick<Screen, 'frequency'>): void {
  const pitch = screenPitch(sheet, screen);
  if (pitch >= SMALLEST_PITCH && pitch <= LARGEST_PITCH) return;
  const wide = Number(pitch.toPrecision(3));
  const ppi = Number(sheet.ppi.toFixed(2));
  const mend = pitch < SMALLEST_PITCH ? 'fewer rows or a higher --ppi' : 'more rows or a lower --ppi';
  throw new UsageError(
    `Cells of this screen would be ${wide} pixels wide at ${ppi} ppi; they must be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels: ask for ${mend}.`,
  );
}
