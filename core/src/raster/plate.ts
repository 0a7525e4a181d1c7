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

/** The finished image of one pass: one-bit, or with levels. */
export type Plate = Bitmap | LevelMap;

export const isBitmap = (plate: Plate): plate is Bitmap => 'stride' in plate;

/** Returns the number of bytes from one row to the next. */
export const rowBytes = (plate: Plate): number => (isBitmap(plate) ? plate.stride : plate.width);

/** How much ink lies on a plate, in whole pixels; `share` is the ink of each level 0..1. */
export function inkOfPlate(plate: Plate, share: ArrayLike<number>): number {
  if (isBitmap(plate)) return countInk(plate.data);
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
  const stride = bitmap ? (width + 7) >> 3 : width;
  const left = bitmap ? x >> 3 : x;
  const data = new Uint8Array(stride * rows);
  for (let k = 0; k < rows; k++) {
    const at = (y + k * step) * from + left;
    data.set(plate.data.subarray(at, at + stride), k * stride);
  }
  if (!bitmap) return { width, height: rows, levels: plate.levels, data };
  const spare = width & 7;
  if (spare) for (let k = 1; k <= rows; k++) data[k * stride - 1]! &= 0xff << (8 - spare);
  return { width, height: rows, stride, data };
}
