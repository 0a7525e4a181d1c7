import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import type { Area } from '../../raster/area.ts';
import { type Bitmap, clearTail, createBitmap } from '../../raster/bitmap.ts';

/** Bytes that are compared at the most beyond the last pixel of a row. */
export const COMPARED = 64;

/**
 * The plate over an area: ink where a tone 0..65535 is greater than the threshold of its pixel. Both hold the rows
 * of the area, row by row.
 */
export function compareThresholds(kernels: Kernels, thresholds: Uint16Array, area: Area, tones: Uint16Array): Bitmap {
  const below = kernels.scratch('field-thresholds', tones.length * 2 + COMPARED);
  kernels.u16(below).set(thresholds);
  return compareScratch(kernels, below, area, tones);
}

/** The same with thresholds that are in kernel memory, with room for 64 bytes behind them. */
export function compareScratch(kernels: Kernels, below: Scratch, area: Area, tones: Uint16Array): Bitmap {
  const rows = tones.length / area.width;
  const plate = createBitmap(area.width, rows);
  const above = kernels.scratch('field-tones', tones.length * 2 + COMPARED);
  kernels.u16(above).set(tones);
  const out = kernels.scratch('field-bits', plate.stride + 16);
  for (let k = 0; k < rows; k++) {
    const at = k * area.width * 2;
    // The kernel prints where the first is less: threshold < tone. The row is its own period.
    kernels.run.threshold16(below.ptr + at, above.ptr + at, area.width + 16, 0, area.width, out.ptr);
    plate.data.set(kernels.u8(out).subarray(0, plate.stride), k * plate.stride);
    clearTail(plate.data, k * plate.stride, area.width);
  }
  return plate;
}
