import { MM_PER_INCH } from '../math/units.ts';
import type { SheetGeometry, Size } from '../raster/sheet.ts';
import type { Feed, Picture } from './types.ts';
import { cosine, sine } from '../math/exact.ts';
import { cropPixels, shownSize } from './edit.ts';
import { placePicture } from './placement.ts';

/** Which spot of something that is placed as a feed says lies under a point of the sheet in mm: shares of its width and height. */
export function shareUnder(
  sheet: SheetGeometry,
  feed: Parameters<typeof placePicture>[1],
  size: Size,
  x: number,
  y: number,
): { x: number; y: number } {
  const at = placePicture(sheet, feed, size);
  const perMm = sheet.ppi / MM_PER_INCH;
  const turn = ((at.turn ?? 0) * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const dx = (x + sheet.bleed) * perMm - at.left - (size.width * at.scale) / 2;
  const dy = (y + sheet.bleed) * perMm - at.top - (size.height * at.scale) / 2;
  return {
    x: 0.5 + (dx * c - dy * s) / (size.width * at.scale),
    y: 0.5 + (dx * s + dy * c) / (size.height * at.scale),
  };
}

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
  const { x: u, y: v } = shareUnder(sheet, feed, shownSize(picture), x, y);
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
