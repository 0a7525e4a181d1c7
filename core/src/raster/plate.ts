import { luminance } from '../colour/luminance.ts';
import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import { type Bitmap, countInk } from './bitmap.ts';

/** A plate with more than two values: one byte a pixel, a level of ink or an index into a palette. */
export interface LevelMap {
  readonly width: number;
  readonly height: number;
  readonly levels: number;
  readonly data: Uint8Array;
}

/** Values that a plate of bytes can hold. */
export const MOST_LEVELS = 256;

/** Artwork that is printed without a screen: RGBA bytes, encoded sRGB, not multiplied by alpha. */
export interface Artwork {
  readonly width: number;
  readonly height: number;
  readonly channels: 4;
  readonly data: Uint8Array;
}

/** The finished image of one pass: one-bit, with levels, or artwork. */
export type Plate = Bitmap | LevelMap | Artwork;

export const isArtwork = (plate: Plate): plate is Artwork => 'channels' in plate;

export const isBitmap = (plate: Plate): plate is Bitmap => 'stride' in plate;

/** Returns the number of bytes from one row to the next. */
export const rowBytes = (plate: Plate): number =>
  isBitmap(plate) ? plate.stride : isArtwork(plate) ? 4 * plate.width : plate.width;

/** How dark artwork is where it is not clear, in whole pixels: black counts as one, white as none. */
function inkOfArtwork({ data }: Artwork): number {
  let sum = 0;
  for (let k = 0; k < data.length; k += 4) {
    const light = luminance(LIGHT_OF_BYTE[data[k]!]!, LIGHT_OF_BYTE[data[k + 1]!]!, LIGHT_OF_BYTE[data[k + 2]!]!);
    sum += (1 - light / 65535) * (data[k + 3]! / 255);
  }
  return sum;
}

/** Ink of each pixel of a plate, 0..255; of artwork how dark it is where it is not clear. */
export function inkBytes(plate: Plate): Uint8Array {
  if (isBitmap(plate)) {
    const out = new Uint8Array(plate.width * plate.height);
    for (let y = 0, at = 0; y < plate.height; y++) {
      const row = y * plate.stride;
      for (let x = 0; x < plate.width; x++, at++) {
        if ((plate.data[row + (x >> 3)]! >> (7 - (x & 7))) & 1) out[at] = 255;
      }
    }
    return out;
  }
  const { data } = plate;
  if (!isArtwork(plate)) return data.map((level) => Math.round((255 * level) / (plate.levels - 1)));
  return Uint8Array.from({ length: data.length / 4 }, (_, k) => {
    const light = luminance(data[4 * k]!, data[4 * k + 1]!, data[4 * k + 2]!);
    return Math.round(((255 - light) * data[4 * k + 3]!) / 255);
  });
}

/** How much ink lies on a plate, in whole pixels; `share` is the ink of each level 0..1. */
export function inkOfPlate(plate: Plate, share: ArrayLike<number>): number {
  if (isBitmap(plate)) return countInk(plate.data);
  if (isArtwork(plate)) return inkOfArtwork(plate);
  const counts = new Float64Array(plate.levels);
  for (let k = 0; k < plate.data.length; k++) counts[plate.data[k]!]!++;
  return counts.reduce((sum, n, level) => sum + n * share[level]!, 0);
}

/** Returns every step-th row of a plate. */
export function everyRowOf(plate: Plate, step: number): Plate {
  const height = Math.ceil(plate.height / step);
  const stride = rowBytes(plate);
  const data = new Uint8Array(stride * height);
  for (let k = 0; k < height; k++)
    data.set(plate.data.subarray(k * step * stride, (k * step + 1) * stride), k * stride);
  return { ...plate, height, data };
}

/** Cuts a part out of a plate: columns from x on (a multiple of 8 on a bitmap) and every step-th row from y on. */
export function cutPlate(plate: Plate, x: number, y: number, width: number, height: number, step: number): Plate {
  const rows = Math.ceil(height / step);
  const from = rowBytes(plate);
  const bitmap = isBitmap(plate);
  const stride = rowBytes(bitmap ? { ...plate, stride: (width + 7) >> 3 } : { ...plate, width });
  const left = bitmap ? x >> 3 : isArtwork(plate) ? 4 * x : x;
  const data = new Uint8Array(stride * rows);
  for (let k = 0; k < rows; k++) {
    const at = (y + k * step) * from + left;
    data.set(plate.data.subarray(at, at + stride), k * stride);
  }
  if (!bitmap) return { ...plate, width, height: rows, data };
  const spare = width & 7;
  if (spare) for (let k = 1; k <= rows; k++) data[k * stride - 1]! &= 0xff << (8 - spare);
  return { width, height: rows, stride, data };
}
