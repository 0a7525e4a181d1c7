import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { type Bitmap, clearTail, createBitmap } from '../../raster/bitmap.ts';

/** Bytes that are compared at the most beyond the last pixel of a row. */
export const COMPARED = 64;

/**
 * The plate over an area: ink where a tone 0..65535 is greater than the threshold of its pixel. Both hold the rows
 * of the area, row by row.
 */
export function compareThresholds(kernels: Kernels, thresholds: Uint16Array, area: Area, tones: Uint16Array): Bitmap {
  const below = kernels.scratch('field-thresholds', tones.length * 2 + COMPARED);
  const above = kernels.scratch('field-tones', tones.length * 2 + COMPARED);
  kernels.u16(below).set(thresholds);
  kernels.u16(above).set(tones);
  return compareScratch(kernels, below, area, above);
}

/** The same with thresholds and tones that are in kernel memory, each with room for COMPARED bytes behind them. */
export function compareScratch(kernels: Kernels, below: Scratch, area: Area, above: Scratch): Bitmap {
  const { width } = area;
  const rows = rowsOf(area);
  const plate = createBitmap(width, rows);
  const { stride } = plate;
  const out = kernels.scratch('field-bits', plate.data.length + 16);
  for (let k = 0; k < rows; k++) {
    const at = k * width * 2;
    // The kernel prints where the first is less: threshold < tone. The row is its own period. What it writes beyond the end
    // of a row lies under the next one.
    kernels.run.threshold16(below.ptr + at, above.ptr + at, width + 16, 0, width, out.ptr + k * stride);
  }
  plate.data.set(kernels.u8(out).subarray(0, plate.data.length));
  if (width & 7) for (let k = 0; k < rows; k++) clearTail(plate.data, k * stride, width);
  return plate;
}
