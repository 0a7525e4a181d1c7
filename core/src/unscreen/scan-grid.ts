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

/** Where a grid gets its bytes from; threads that fill one grid together need memory that they share. */
export type Room = (bytes: number) => Uint8Array<ArrayBufferLike>;

const OWN_ROOM: Room = (bytes) => new Uint8Array(bytes);

/** A grid `factor` times coarser than a scan, with nothing in it yet. */
export function emptyGrid(
  scan: { width: number; height: number },
  inks: number,
  factor: number,
  room = OWN_ROOM,
): Grid {
  const width = Math.ceil(scan.width / factor);
  const height = Math.ceil(scan.height / factor);
  const plane = () => ({ width, height, data: room(width * height) });
  return {
    planes: Array.from({ length: inks }, () => ({ ...plane(), seen: room(width * height) })),
    light: [0, 1, 2].map(plane),
  };
}

/** Sums over the pixels of one row of a grid. */
interface RowSums {
  /** Of each pixel and ink, how well it is seen, and that times its coverage: both lie beside each other. */
  readonly inks: Float32Array;
  /** Linear light, three a pixel, 0..65535. */
  readonly light: Float32Array;
  /** Pixels of the scan. */
  readonly counts: Float32Array;
}

/** Adds a row of a scan, three bytes a pixel, to the row of its grid; `seen`: what `RowSums.inks` sums, by colours. */
function addRow(rgb: Uint8Array, seen: Float32Array, inks: number, factor: number, sums: RowSums): void {
  const { inks: own, light, counts } = sums;
  for (let p = 0, at = 0, left = factor; p < rgb.length; p += 3) {
    const [r, g, b] = [rgb[p]!, rgb[p + 1]!, rgb[p + 2]!];
    const from = 2 * inks * tablePlace(r, g, b);
    const to = 2 * inks * at;
    for (let k = 0; k < 2 * inks; k++) own[to + k]! += seen[from + k]!;
    light[3 * at]! += LIGHT_OF_BYTE[r]!;
    light[3 * at + 1]! += LIGHT_OF_BYTE[g]!;
    light[3 * at + 2]! += LIGHT_OF_BYTE[b]!;
    counts[at]!++;
    if (--left === 0) {
      at++;
      left = factor;
    }
  }
}

/** Writes a row of a grid from its sums, rounded to whole bytes, and begins these anew. `row`: number of its first pixel. */
function writeRow({ inks, light: lights, counts }: RowSums, { planes, light }: Grid, row: number): void {
  for (const [k, { data, seen }] of planes.entries()) {
    for (let i = 0, at = 2 * k; i < counts.length; i++, at += 2 * planes.length) {
      data[row + i] = (255 * inks[at + 1]!) / inks[at]! + 0.5;
      seen[row + i] = (255 * inks[at]!) / counts[i]! + 0.5;
    }
  }
  for (const [c, { data }] of light.entries()) {
    for (let i = 0; i < counts.length; i++)
      data[row + i] = 255 * Math.sqrt(lights[3 * i + c]! / counts[i]! / 65535) + 0.5;
  }
  inks.fill(0);
  lights.fill(0);
  counts.fill(0);
}

/**
 * Reads `count` rows of a grid from row `first` on out of a scan, and yields the share of them that is done. Parts of one
 * grid do not depend on each other.
 */
export function* fillGrid(
  source: PictureSource,
  { lights, table }: Pick<ReadPrint['inks'], 'lights' | 'table'>,
  factor: number,
  grid: Grid,
  first: number,
  count: number,
): Generator<number, void> {
  const { inks, values } = table;
  const { width } = grid.light[0]!;
  const weights = visibility(lights, table);
  const seen = new Float32Array(2 * values.length);
  for (let k = 0; k < values.length; k++) seen.set([weights[k]!, weights[k]! * values[k]!], 2 * k);
  const sums: RowSums = {
    inks: new Float32Array(2 * inks * width),
    light: new Float32Array(3 * width),
    counts: new Float32Array(width),
  };
  const rgb = new Uint8Array(3 * source.width);
  const step = Math.max(1, Math.floor(ROWS / factor)) * factor;
  const [begin, end] = [first * factor, Math.min(source.height, (first + count) * factor)];
  for (let y0 = begin; y0 < end; y0 += step) {
    const rows = Math.min(step, end - y0);
    const read = source.read(y0, rows);
    for (let y = y0; y < y0 + rows; y++) {
      copyRgb(read, (y - y0) * source.width * source.channels, source.channels, source.width, rgb, 0);
      addRow(rgb, seen, inks, factor, sums);
      if ((y + 1) % factor === 0 || y + 1 === source.height) writeRow(sums, grid, Math.floor(y / factor) * width);
    }
    yield (y0 + rows - begin) / (end - begin);
  }
}
