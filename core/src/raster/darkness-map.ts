import type { PictureSource } from './source.ts';

/** Darkness 0..1 of a picture, row by row. */
export interface DarknessMap {
  readonly width: number;
  readonly height: number;
  readonly data: Float64Array;
}

/** Darkness of one row of a picture: luma of sRGB bytes (weights of ITU-R BT.709), laid on white. */
function darknessOfRow(source: PictureSource, y: number, out: Float64Array): void {
  const row = source.read(y, 1);
  for (let x = 0; x < source.width; x++) {
    if (source.channels === 1) out[x] = 1 - row[x]! / 255;
    else {
      const at = 4 * x;
      const grey = (54 * row[at]! + 183 * row[at + 1]! + 19 * row[at + 2]!) / 256;
      out[x] = ((1 - grey / 255) * row[at + 3]!) / 255;
    }
  }
}

/** A picture's darkness, reduced by whole areas until its longer side has at most so many pixels. */
export function darknessMap(source: PictureSource, most: number): DarknessMap {
  const scale = Math.min(1, most / Math.max(source.width, source.height));
  const width = Math.max(1, Math.round(source.width * scale));
  const height = Math.max(1, Math.round(source.height * scale));
  const data = new Float64Array(width * height);
  const counts = new Float64Array(width * height);
  const row = new Float64Array(source.width);
  for (let y = 0; y < source.height; y++) {
    darknessOfRow(source, y, row);
    const to = Math.min(height - 1, Math.floor((y * height) / source.height)) * width;
    for (let x = 0; x < source.width; x++) {
      const at = to + Math.min(width - 1, Math.floor((x * width) / source.width));
      data[at]! += row[x]!;
      counts[at]!++;
    }
  }
  for (let k = 0; k < data.length; k++) data[k]! /= counts[k]!;
  return { width, height, data };
}
