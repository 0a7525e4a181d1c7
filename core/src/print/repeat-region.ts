import type { Job } from '../document/types.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { RepeatRegion } from '../repeat/region.ts';

/** Pixels around one repeat that are printed as those beside it, as far as the largest cell reaches. */
const MARGIN = 1024;
/** Nothing smaller repeats, in pixels. */
const LEAST = 8;

/** Pixels that a length takes, in steps so that half of it is whole where halves are needed. */
const steps = (pixels: number, by: 1 | 2): number => Math.max(LEAST, by * Math.round(pixels / by));

/**
 * The part of a job's sheet that repeats, in whole pixels of its plates. A side along which repeats are moved by half is a
 * whole number of pixels in both halves.
 */
export function repeatRegion({ sheet, repeat }: Pick<Job, 'sheet' | 'repeat'>): RepeatRegion {
  const size = sheetPixels(sheet);
  const px = (mm: number) => (mm / MM_PER_INCH) * sheet.ppi;
  const kind = repeat.kind as RepeatRegion['kind'];
  const mirrored = repeat.seam === 'mirror';
  const {
    x,
    y,
    width: wide,
    height: high,
  } = repeat.part ? repeat : { x: 0, y: 0, width: sheet.width, height: sheet.height };
  const width = steps(px(wide), kind === 'brick' && !mirrored ? 2 : 1);
  const height = steps(px(high), kind === 'half-drop' && !mirrored ? 2 : 1);
  return {
    left: Math.round(px(x + sheet.bleed)),
    top: Math.round(px(y + sheet.bleed)),
    width,
    height,
    margin: MARGIN,
    kind,
    mirrored,
    fade: Math.min(px(repeat.fade), width / 2, height / 2),
    sheet: size,
  };
}

/** Says why a part of the sheet cannot repeat, in one sentence; null if it can. */
export function repeatFault(job: Pick<Job, 'sheet' | 'repeat'>): string | null {
  const { left, top, width, height, sheet } = repeatRegion(job);
  // A side that was made a whole number of pixels may reach one of them beyond the edge.
  const inside = left >= 0 && top >= 0 && left + width <= sheet.width + 1 && top + height <= sheet.height + 1;
  return inside ? null : 'What repeats reaches beyond the sheet; move it or make it smaller.';
}
