import { MM_PER_INCH } from '../math/units.ts';

/**
 * What a stage needs to know of the sheet: width and height after trimming and the bleed that is printed beyond
 * them on every side, all in mm, and the pixels per inch of its plates.
 */
export interface SheetGeometry {
  readonly width: number;
  readonly height: number;
  readonly bleed: number;
  readonly ppi: number;
}

/** A width and a height, in whatever unit the place names. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A sheet with its bleed, in mm. */
export const sheetSize = (sheet: Pick<SheetGeometry, 'width' | 'height' | 'bleed'>): Size => ({
  width: sheet.width + 2 * sheet.bleed,
  height: sheet.height + 2 * sheet.bleed,
});

/** Whole pixels of a sheet with its bleed at its ppi; at least one each way. */
export function sheetPixels(sheet: SheetGeometry): Size {
  const { width, height } = sheetSize(sheet);
  return {
    width: Math.max(1, Math.round((width / MM_PER_INCH) * sheet.ppi)),
    height: Math.max(1, Math.round((height / MM_PER_INCH) * sheet.ppi)),
  };
}
