/**
 * What the sheet viewer shows, in device pixels: display pixel (x, y) begins at sheet pixel
 * ((x + originX) / scale, (y + originY) / scale). Scales of 1 and more are whole numbers, so that
 * every plate pixel is equally large.
 */
export interface View {
  readonly scale: number;
  readonly originX: number;
  readonly originY: number;
  readonly width: number;
  readonly height: number;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

export const LARGEST_SCALE = 32;
export const SMALLEST_SCALE = 0.01;

/** The nearest scale that shows plate pixels evenly. */
export function evenScale(scale: number): number {
  const s = Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, scale));
  return s < 1 ? s : Math.round(s);
}

/** A view with so many display pixels more on every side. */
export const grownView = (view: View, by: number): View => ({
  ...view,
  originX: view.originX - by,
  originY: view.originY - by,
  width: view.width + 2 * by,
  height: view.height + 2 * by,
});

/** Sheet pixels that a view shows: whole pixels, inside the sheet; null when the sheet is out of sight. */
export function visibleSheet(view: View, sheet: Size): { x: number; y: number; width: number; height: number } | null {
  const x0 = Math.max(0, Math.floor(view.originX / view.scale));
  const y0 = Math.max(0, Math.floor(view.originY / view.scale));
  const x1 = Math.min(sheet.width, Math.ceil((view.originX + view.width) / view.scale));
  const y1 = Math.min(sheet.height, Math.ceil((view.originY + view.height) / view.scale));
  return x1 > x0 && y1 > y0 ? { x: x0, y: y0, width: x1 - x0, height: y1 - y0 } : null;
}

/** The view that shows the whole sheet with a margin of `room` display pixels. */
export function fitView(sheet: Size, display: Size, room: number): View {
  const scale = evenDown(
    Math.min((display.width - 2 * room) / sheet.width, (display.height - 2 * room) / sheet.height),
  );
  return centred(scale, sheet, display);
}

const evenDown = (scale: number): number =>
  Math.max(SMALLEST_SCALE, scale < 1 ? scale : Math.min(LARGEST_SCALE, Math.floor(scale)));

export function centred(scale: number, sheet: Size, display: Size): View {
  return {
    scale,
    originX: Math.round((sheet.width * scale - display.width) / 2),
    originY: Math.round((sheet.height * scale - display.height) / 2),
    width: display.width,
    height: display.height,
  };
}

/** The view at another scale with the sheet point under display pixel (x, y) kept there. */
export function zoomAt(view: View, scale: number, x: number, y: number): View {
  const to = evenScale(scale);
  const k = to / view.scale;
  return {
    ...view,
    scale: to,
    originX: Math.round((view.originX + x) * k - x),
    originY: Math.round((view.originY + y) * k - y),
  };
}
