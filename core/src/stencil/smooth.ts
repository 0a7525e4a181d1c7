import { type Area, rowsOf } from '../raster/area.ts';
import { type CoverReader, settledCover } from './cover.ts';

/** What stands for a pixel inside. */
const ONE = 4096;

/** Times that the mean of a square is taken: three are close to a bell. */
const PASSES = 3;

/** Sums of `2 r + 1` values along each row of a plane; beyond its ends the last value goes on. */
function sumRows(from: Float64Array, to: Float64Array, width: number, height: number, r: number): void {
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const at = (x: number) => from[row + Math.min(width - 1, Math.max(0, x))]!;
    let sum = 0;
    for (let x = -r; x <= r; x++) sum += at(x);
    for (let x = 0; x < width; x++) {
      to[row + x] = sum;
      sum += at(x + r + 1) - at(x - r);
    }
  }
}

/** The same down the columns. */
function sumColumns(from: Float64Array, to: Float64Array, width: number, height: number, r: number): void {
  const sums = new Float64Array(width);
  const row = (y: number) => Math.min(height - 1, Math.max(0, y)) * width;
  for (let y = -r; y <= r; y++) {
    const at = row(y);
    for (let x = 0; x < width; x++) sums[x]! += from[at + x]!;
  }
  for (let y = 0; y < height; y++) {
    const [out, comes, goes] = [y * width, row(y + r + 1), row(y - r)];
    for (let x = 0; x < width; x++) {
      to[out + x] = sums[x]!;
      sums[x]! += from[comes + x]! - from[goes + x]!;
    }
  }
}

/**
 * Evens out an outline: of every pixel, whether half of its neighbourhood or more is inside. `radius`: about the radius in
 * pixels to which corners are rounded.
 */
export function smoothCover(read: CoverReader, radius: number): CoverReader {
  // Three means of 2 r + 1 values spread by a standard deviation of √(r² + r), about r.
  const r = Math.max(1, Math.round(radius / 2));
  const reach = PASSES * r;
  return (area) => {
    const box: Area = {
      x: area.x - reach,
      y: area.y - reach,
      width: area.width + 2 * reach,
      height: area.height + 2 * reach,
      step: 1,
    };
    const cover = read(box);
    if (typeof cover === 'number') return cover;
    // Whole numbers throughout, so that sums do not depend on where they begin.
    let values = Float64Array.from(cover, (v) => (v >= 128 ? ONE : 0));
    const other = new Float64Array(values.length);
    const side = 2 * r + 1;
    for (let k = 0; k < PASSES; k++) {
      sumRows(values, other, box.width, box.height, r);
      sumColumns(other, values, box.width, box.height, r);
      if (k < PASSES - 1) values = values.map((v) => Math.round(v / (side * side)));
    }
    const half = (side * side * ONE) / 2;
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      const from = (reach + k * area.step) * box.width + reach;
      for (let x = 0; x < area.width; x++) out[k * area.width + x] = values[from + x]! >= half ? 255 : 0;
    }
    return settledCover(out);
  };
}
