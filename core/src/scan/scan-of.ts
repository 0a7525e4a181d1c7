import type { PictureSource } from '../raster/source.ts';
import type { ScanPixels } from './pixels.ts';

/** Part of a picture in its pixels. */
export interface PixelRegion {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Rows that are read at a time. */
const ROWS = 64;

/** Copies `count` pixels of one or four channels from place `at` on as red, green and blue; what is clear is white. */
export function copyRgb(
  from: Uint8Array,
  at: number,
  channels: 1 | 4,
  count: number,
  to: Uint8Array,
  out: number,
): void {
  for (let k = 0; k < count; k++) {
    for (let c = 0; c < 3; c++) {
      const v = channels === 1 ? from[at + k]! : from[at + 4 * k + c]!;
      const clear = channels === 1 ? 0 : 255 - from[at + 4 * k + 3]!;
      to[out + 3 * k + c] = clear === 0 ? v : Math.round((v * (255 - clear) + 255 * clear) / 255);
    }
  }
}

/** A region of a picture as a scan. */
export function scanOf(source: PictureSource, { x, y, width, height }: PixelRegion): ScanPixels {
  const { channels } = source;
  const rgb = new Uint8Array(3 * width * height);
  for (let top = 0; top < height; top += ROWS) {
    const rows = Math.min(ROWS, height - top);
    const read = source.read(y + top, rows);
    for (let j = 0; j < rows; j++) {
      copyRgb(read, (j * source.width + x) * channels, channels, width, rgb, 3 * (top + j) * width);
    }
  }
  return { width, height, rgb };
}
