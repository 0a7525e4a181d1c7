import { sheetPixels } from '../job/defaults.ts';
import type { Feed, Sheet } from '../job/types.ts';

/** Where a picture lies on the sheet, in sheet pixels; `scale` is sheet pixels per picture pixel. */
export interface Placement {
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Offsets this close to a whole pixel are whole: a picture of the sheet's own size is not resampled. */
const snap = (offset: number): number => (Math.abs(offset - Math.round(offset)) < 1e-6 ? Math.round(offset) : offset);

/** Places a picture: `fit` shows all of it, `fill` covers the sheet, both centred; `own` as given in mm. */
export function placePicture(sheet: Sheet, feed: Pick<Feed, 'fit' | 'x' | 'y' | 'width'>, picture: Size): Placement {
  const on = sheetPixels(sheet);
  if (feed.fit === 'own') {
    const perMm = sheet.ppi / 25.4;
    return { scale: (feed.width * perMm) / picture.width, left: snap(feed.x * perMm), top: snap(feed.y * perMm) };
  }
  const across = on.width / picture.width;
  const down = on.height / picture.height;
  const scale = feed.fit === 'fit' ? Math.min(across, down) : Math.max(across, down);
  return {
    scale,
    left: snap((on.width - picture.width * scale) / 2),
    top: snap((on.height - picture.height * scale) / 2),
  };
}

/** The placement in mm that `own` needs to stay where the feed is now. */
export function placementInMm(sheet: Sheet, feed: Feed, picture: Size): { x: number; y: number; width: number } {
  const { scale, left, top } = placePicture(sheet, feed, picture);
  const mm = 25.4 / sheet.ppi;
  return { x: left * mm, y: top * mm, width: picture.width * scale * mm };
}

/** Picture pixels per inch as they lie on the sheet. */
export function effectivePpi(sheet: Sheet, feed: Feed, picture: Size): number {
  return sheet.ppi / placePicture(sheet, feed, picture).scale;
}
