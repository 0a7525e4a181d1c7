import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import type { PictureSource } from '../raster/source.ts';
import { tablePlace } from '../scan/area-colours.ts';
import type { ReadPrint } from '../scan/find-print.ts';
import type { InkPlane } from '../scan/ink-plane.ts';
import { copyRgb } from '../scan/scan-of.ts';
import type { SeenPlane } from './ink-tones.ts';
import { visibility } from './visibility.ts';

/** Rows of the scan that are read at a time. */
const ROWS = 64;

/** A scan on a grid: how much of each ink covers its pixels, and their light. */
export interface Grid {
  readonly planes: readonly SeenPlane[];
  /** Square root of the mean light of red, green and blue. */
  readonly light: readonly InkPlane[];
}

/** Reads a scan on a grid, and yields the share that is done. */
export function* gridOf(source: PictureSource, print: ReadPrint, factor: number): Generator<number, Grid> {
  const { inks, values } = print.inks.table;
  const width = Math.ceil(source.width / factor);
  const height = Math.ceil(source.height / factor);
  const seen = visibility(print.inks.lights, print.inks.table);
  const planes = Array.from({ length: inks }, () => new Uint8Array(width * height));
  const weights = Array.from({ length: inks }, () => new Uint8Array(width * height));
  const seenSums = new Float32Array(inks * width);
  const light = [0, 1, 2].map(() => new Uint8Array(width * height));
  const lightSums = new Float32Array(3 * width);
  const sums = new Float32Array(inks * width);
  const counts = new Float32Array(width);
  const rgb = new Uint8Array(3 * source.width);
  const step = Math.max(1, Math.floor(ROWS / factor)) * factor;
  for (let y0 = 0; y0 < source.height; y0 += step) {
    const rows = Math.min(step, source.height - y0);
    const read = source.read(y0, rows);
    for (let j = 0; j < rows; j++) {
      copyRgb(read, j * source.width * source.channels, source.channels, source.width, rgb, 0);
      for (let x = 0, at = 0, left = factor; x < source.width; x++) {
        const from = inks * tablePlace(rgb[3 * x]!, rgb[3 * x + 1]!, rgb[3 * x + 2]!);
        for (let k = 0; k < inks; k++) {
          sums[at * inks + k]! += seen[from + k]! * values[from + k]!;
          seenSums[at * inks + k]! += seen[from + k]!;
        }
        for (let c = 0; c < 3; c++) lightSums[3 * at + c]! += LIGHT_OF_BYTE[rgb[3 * x + c]!]!;
        counts[at]!++;
        if (--left === 0) {
          at++;
          left = factor;
        }
      }
      const y = y0 + j;
      if ((y + 1) % factor !== 0 && y + 1 !== source.height) continue;
      const row = Math.floor(y / factor) * width;
      for (let i = 0; i < width; i++) {
        for (let k = 0; k < inks; k++) {
          planes[k]![row + i] = Math.round((255 * sums[i * inks + k]!) / seenSums[i * inks + k]!);
          weights[k]![row + i] = Math.round((255 * seenSums[i * inks + k]!) / counts[i]!);
        }
        for (let c = 0; c < 3; c++) {
          light[c]![row + i] = Math.round(255 * Math.sqrt(lightSums[3 * i + c]! / counts[i]! / 65535));
        }
      }
      lightSums.fill(0);
      sums.fill(0);
      seenSums.fill(0);
      counts.fill(0);
    }
    yield (y0 + rows) / source.height;
  }
  const asPlane = (data: Uint8Array): InkPlane => ({ width, height, data });
  return { planes: planes.map((data, k) => ({ ...asPlane(data), seen: weights[k]! })), light: light.map(asPlane) };
}
