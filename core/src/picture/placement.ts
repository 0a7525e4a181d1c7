import { MM_PER_INCH } from '../math/units.ts';
import { type SheetGeometry, type Size, sheetPixels } from '../raster/sheet.ts';
import type { Feed } from './types.ts';
import { cosine, sine } from '../math/exact.ts';

/**
 * Where a picture lies on the sheet, in sheet pixels; `scale` is sheet pixels per picture pixel. `turn`:
 * degrees counter-clockwise about its middle; left and top are those of the picture before it is turned.
 */
export interface Placement {
  readonly scale: number;
  readonly left: number;
  readonly top: number;
  readonly turn?: number;
}

type Placed = Pick<Feed, 'fit' | 'x' | 'y' | 'width'> & { readonly turn?: number };

/** Offsets this close to a whole pixel are whole: a picture of the sheet's own size is not resampled. */
const snap = (offset: number): number => (Math.abs(offset - Math.round(offset)) < 1e-6 ? Math.round(offset) : offset);

/** Scale at which a turned picture covers a rectangle, or lies wholly inside it. */
function turnedScale(room: Size, picture: Size, turn: number, covers: boolean): number {
  const angle = (turn * Math.PI) / 180;
  const [c, s] = [Math.abs(cosine(angle)), Math.abs(sine(angle))];
  const [a, b] = covers ? [room, picture] : [picture, room];
  const across = (a.width * c + a.height * s) / b.width;
  const down = (a.width * s + a.height * c) / b.height;
  return covers ? Math.max(across, down) : 1 / Math.max(across, down);
}

/**
 * Places a picture: `fit` shows all of it on the trimmed sheet, `fill` covers the sheet and its bleed,
 * both centred; `own` as given in mm from the trimmed sheet's top left.
 */
export function placePicture(sheet: SheetGeometry, feed: Placed, picture: Size): Placement {
  const on = sheetPixels(sheet);
  const perMm = sheet.ppi / MM_PER_INCH;
  const turn = feed.turn ?? 0;
  const turned = turn === 0 ? {} : { turn };
  if (feed.fit === 'own') {
    return {
      scale: (feed.width * perMm) / picture.width,
      left: snap((feed.x + sheet.bleed) * perMm),
      top: snap((feed.y + sheet.bleed) * perMm),
      ...turned,
    };
  }
  const edge = feed.fit === 'fit' ? 2 * sheet.bleed * perMm : 0;
  const room = { width: on.width - edge, height: on.height - edge };
  const scale =
    turn === 0
      ? Math[feed.fit === 'fit' ? 'min' : 'max'](room.width / picture.width, room.height / picture.height)
      : turnedScale(room, picture, turn, feed.fit === 'fill');
  return {
    scale,
    left: snap((on.width - picture.width * scale) / 2),
    top: snap((on.height - picture.height * scale) / 2),
    ...turned,
  };
}

/** The box round a placed picture, in pixels of the sheet. */
export function boxOfPlaced({ scale, left, top, turn = 0 }: Placement, { width, height }: Size) {
  const [w, h] = [width * scale, height * scale];
  if (turn === 0) return { left, top, right: left + w, bottom: top + h };
  const angle = (turn * Math.PI) / 180;
  const [c, s] = [Math.abs(cosine(angle)), Math.abs(sine(angle))];
  const [halfX, halfY] = [(w * c + h * s) / 2, (w * s + h * c) / 2];
  const [x, y] = [left + w / 2, top + h / 2];
  return { left: x - halfX, top: y - halfY, right: x + halfX, bottom: y + halfY };
}

/** A placement on a grid `factor` times coarser. */
export const coarserPlacement = (at: Placement, factor: number): Placement =>
  factor === 1 ? at : { ...at, scale: at.scale / factor, left: at.left / factor, top: at.top / factor };

/** The placement in mm that `own` needs to stay where the feed is now. */
export function placementInMm(
  sheet: SheetGeometry,
  feed: Feed,
  picture: Size,
): { x: number; y: number; width: number } {
  const { scale, left, top } = placePicture(sheet, feed, picture);
  const mm = MM_PER_INCH / sheet.ppi;
  return { x: left * mm - sheet.bleed, y: top * mm - sheet.bleed, width: picture.width * scale * mm };
}

/** Picture pixels per inch as they lie on the sheet. */
export function effectivePpi(sheet: SheetGeometry, feed: Feed, picture: Size): number {
  return sheet.ppi / placePicture(sheet, feed, picture).scale;
}
