import { MM_PER_INCH } from '../math/units.ts';
import type { SheetGeometry } from '../raster/sheet.ts';
import type { Feed, Picture } from './types.ts';
import { cosine, sine } from '../math/exact.ts';
import { cropPixels, shownSize } from './edit.ts';
import { placePicture } from './placement.ts';

/**
 * Which spot of a picture lies under a point of the sheet: shares of the whole picture's width and height,
 * before cropping, mirroring and turning. The point is in mm from the trimmed sheet's top left.
 */
export function spotUnder(
  sheet: SheetGeometry,
  feed: Feed,
  picture: Picture,
  x: number,
  y: number,
): { x: number; y: number } {
  const shown = shownSize(picture);
  const at = placePicture(sheet, feed, shown);
  const perMm = sheet.ppi / MM_PER_INCH;
  const turn = ((at.turn ?? 0) * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const dx = (x + sheet.bleed) * perMm - at.left - (shown.width * at.scale) / 2;
  const dy = (y + sheet.bleed) * perMm - at.top - (shown.height * at.scale) / 2;
  const u = 0.5 + (dx * c - dy * s) / (shown.width * at.scale);
  const v = 0.5 + (dx * s + dy * c) / (shown.height * at.scale);
  const { crop, turns, flip } = picture.edit;
  // Back through the quarter turns, the mirror and the crop.
  const [a, b] = (
    [
      [u, v],
      [1 - v, u],
      [1 - u, 1 - v],
      [v, 1 - u],
    ] as const
  )[turns]!;
  const box = cropPixels(picture, crop);
  const across = flip ? 1 - a : a;
  return { x: (box.x + across * box.width) / picture.width, y: (box.y + b * box.height) / picture.height };
}
