import { MM_PER_INCH } from '@chromatype/core';
import type { NormalPicture } from '../pictures/reading/normalise.ts';
import { DEFAULT_PPI } from '../pictures/reading/resolution.ts';
import { numberOption } from './numbers.ts';
import { UsageError } from './usage-error.ts';

const LEAST_PPI = 30;
const MOST_PPI = 2400;
const LEAST_MM = 5;
const MOST_MM = 3000;

const short = (mm: number): string => String(Number(mm.toFixed(1)));

/** @throws UsageError for a sheet that is thinner or longer than sheets may be */
function checkSize(size: { readonly width: number; readonly height: number }): void {
  if ([size.width, size.height].every((mm) => mm >= LEAST_MM && mm <= MOST_MM)) return;
  throw new UsageError(
    `The sheet would be ${short(size.width)} × ${short(size.height)} mm; both sides must be ${LEAST_MM} to ${MOST_MM} mm: give another --width or --ppi.`,
  );
}

/**
 * The sheet for a picture, in mm and pixels per inch: as wide as asked; else a drawing's own size, or one sheet pixel
 * for a picture pixel.
 * @throws UsageError when that is no size for a sheet
 */
export function sheetOf(
  picture: Pick<NormalPicture, 'width' | 'height' | 'ppi' | 'size'>,
  values: { readonly ppi?: string; readonly width?: string },
): { readonly width: number; readonly height: number; readonly ppi: number } {
  const stated = Math.min(MOST_PPI, Math.max(LEAST_PPI, picture.ppi ?? DEFAULT_PPI));
  const ppi = numberOption(values.ppi, 'ppi', LEAST_PPI, MOST_PPI) ?? stated;
  const width = numberOption(values.width, 'width', LEAST_MM, MOST_MM);
  const mm = (pixels: number) => (pixels / ppi) * MM_PER_INCH;
  const own = picture.size ?? { width: mm(picture.width), height: mm(picture.height) };
  const size = width === undefined ? own : { width, height: (width * picture.height) / picture.width };
  checkSize(size);
  return { ...size, ppi };
}
