import type { Job } from '@chromatype/core';
import { sheetPixels } from '@chromatype/core';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** How frames are printed for a room on the page: device pixels, and where they lie in CSS pixels. */
export interface FittedFrame extends Size {
  /** Pixels of the frame for a pixel of the sheet: at most 1. */
  readonly scale: number;
  readonly css: Size & { readonly left: number; readonly top: number };
}

/** Room round the sheet, in CSS pixels. */
const MARGIN = 20;

/** The largest frame that fits a room. A sheet with fewer pixels than the room is enlarged by the page. */
export function fitFrame({ sheet }: Pick<Job, 'sheet'>, room: Size, ratio: number): FittedFrame | null {
  const own = sheetPixels(sheet);
  const free = { width: room.width - 2 * MARGIN, height: room.height - 2 * MARGIN };
  if (free.width < 8 || free.height < 8) return null;
  const fit = Math.min(free.width / own.width, free.height / own.height);
  const scale = Math.min(1, fit * ratio);
  const css = { width: own.width * fit, height: own.height * fit };
  return {
    scale,
    width: Math.max(1, Math.round(own.width * scale)),
    height: Math.max(1, Math.round(own.height * scale)),
    css: { ...css, left: (room.width - css.width) / 2, top: (room.height - css.height) / 2 },
  };
}
