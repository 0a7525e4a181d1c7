import { MM_PER_INCH } from '@chromatype/core';
import type { NormalPicture } from '../pictures/reading/normalise.ts';
import { DEFAULT_PPI } from '../pictures/reading/resolution.ts';
import { numberOption } from './numbers.ts';

const LEAST_PPI = 30;
const MOST_PPI = 2400;
const LEAST_MM = 5;
const MOST_MM = 3000;

/**
 * The sheet for a picture, in mm and pixels per inch: as wide as asked; else a drawing's own size, or one sheet pixel
 * for a picture pixel.
 */
export function sheetOf(
  picture: Pick<NormalPicture, 'width' | 'height' | 'ppi' | 'size'>,
  values: { readonly ppi?: string; readonly width?: string },
): { readonly width: number; readonly height: number; readonly ppi: number } {
  const own = Math.min(MOST_PPI, Math.max(LEAST_PPI, picture.ppi ?? DEFAULT_PPI));
  const ppi = numberOption(values.ppi, 'ppi', LEAST_PPI, MOST_PPI) ?? own;
  const width = numberOption(values.width, 'width', LEAST_MM, MOST_MM);
  if (width !== undefined) return { width, height: (width * picture.height) / picture.width, ppi };
  const mm = (pixels: number) => (pixels / ppi) * MM_PER_INCH;
  return { ...(picture.size ?? { width: mm(picture.width), height: mm(picture.height) }), ppi };
}
