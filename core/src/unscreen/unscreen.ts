import { bytesOfLight, LIGHT_OF_BYTE } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { PictureSource } from '../raster/source.ts';
import { tablePlace } from '../scan/area-colours.ts';
import { type ReadPrint, readPrint } from '../scan/find-print.ts';
import type { InkPlane } from '../scan/ink-plane.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import { copyRgb, scanOf } from '../scan/scan-of.ts';
import { fitWave } from '../scan/wave-fit.ts';
import { cellModel } from './cell-model.ts';
import { grainFilter, type InkFilter, inkTones, printedTones, screenFilter, type SeenPlane } from './ink-tones.ts';
import { visibility } from './visibility.ts';
import { takeWavesOut, wavesReach } from './old-waves.ts';
import { phaseField } from './phase-field.ts';
import { bellTaps, type Padded, paddedRows, reachOf, through } from './taps.ts';

/** A scanned print as a picture in continuous tone, of the size of the scan. */
export interface Unscreened {
  readonly width: number;
  readonly height: number;
  /** 8-bit sRGB of rows y .. y + count − 1, three bytes a pixel. Rows are asked for from above downwards. */
  rows(y: number, count: number): Uint8Array;
}

/** Side of the part in the middle of a scan from which its print is read. */
const READ = 1200;
/** Pixels of a cell on the grid on which tones are told: more of them show nothing more. */
const GRID_CELL = 4.2;
/** Rows of the grid that are made at a time. */
const BAND = 512;
/** Rows of the scan that are read at a time. */
const ROWS = 64;

/** The middle of a source as a scan. */
function middleOf(source: PictureSource): ScanPixels {
  const [width, height] = [Math.min(READ, source.width), Math.min(READ, source.height)];
  return scanOf(source, { x: (source.width - width) >> 1, y: (source.height - height) >> 1, width, height });
}

/** A scan on a grid: how much of each ink covers its pixels, and their light. */
interface Grid {
  readonly planes: readonly SeenPlane[];
  /** Square root of the mean light of red, green and blue. */
  readonly light: readonly InkPlane[];
}

/** Reads a scan on a grid, and yields the share that is done. */
function* gridOf(source: PictureSource, print: ReadPrint, factor: number): Generator<number, Grid> {
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

/** Light of tones of several inks, by channel: overprints by their areas (Demichel 1924, Neugebauer 1937). */
function lightsOf(
  kernels: Kernels,
  tones: readonly Float32Array[],
  lights: Float64Array,
  count: number,
): Float32Array[] {
  const even = 4 * Math.ceil(count / 4);
  const planes = kernels.scratch('overlap-tones', 4 * even * tones.length);
  const table = kernels.scratch('overlap-lights', 4 * lights.length);
  const out = kernels.scratch('overlap-out', 12 * even);
  for (const [k, tone] of tones.entries()) kernels.f32(planes).set(tone.subarray(0, count), k * even);
  kernels.f32(table).set(lights);
  kernels.run.overlapLights(planes.ptr, tones.length, table.ptr, even, out.ptr);
  return [0, 1, 2].map((c) => kernels.f32(out).slice(c * even, c * even + count));
}

/** Standard deviations, in cells, of what is taken from the scan everywhere, and of what is taken at edges. */
const BROAD = 0.35;
const FINE = 0.16;
/** Over how many cells it is told whether there is an edge. */
const AROUND = 0.3;
/** How much more than the middling difference from the model an edge is, and the least that counts, in light. */
const OVER = 2;
const LEAST = 0.012;

/** What is fine in a picture beyond this much, mean square of light, is an edge and no noise. */
interface Noise {
  readonly level: number;
}

/** Bands through a Gaussian, each channel by itself. */
function softened(kernels: Kernels, bands: readonly Padded[], sigma: number): Padded[] {
  const [across, down] = [bellTaps(sigma, 'x'), bellTaps(sigma, 'y')];
  return bands.map((band) => {
    const data = through(kernels, band, across, new Float32Array(band.data.length));
    return { ...band, data: through(kernels, { ...band, data }, down, new Float32Array(data.length)) };
  });
}

/**
 * The picture of rows of the grid, three bytes a pixel. The tones of the inks make a smooth picture and, through their
 * screens, a print. Where the scan differs from that print, the difference belongs to the picture: broadly everywhere, and
 * finely where it is larger than noise. Dots stand in scan and print alike and leave nothing.
 */
function gridRows(
  kernels: Kernels,
  { planes, light }: Grid,
  print: ReadPrint,
  filters: readonly InkFilter[],
  first: number,
  count: number,
  noise: Noise,
  heard?: number[],
): Uint8Array {
  const { width, height } = planes[0]!;
  const cell = Math.max(...filters.map((filter) => filter.cell));
  const [broad, fine] = [Math.max(0.6, BROAD * cell), Math.max(0.5, FINE * cell)];
  const room = reachOf(bellTaps(broad, 'x')) + 2 * reachOf(bellTaps(Math.max(AROUND * cell, 0.6), 'x')) + 1;
  const reach = heard ? 0 : wavesReach(cell);
  const from = Math.max(0, first - room - reach);
  const rows = Math.min(height, first + count + room + reach) - from;
  const tones = filters.map((filter, k) => inkTones(kernels, planes[k]!, filter, from, rows));
  const smooth = lightsOf(kernels, tones, print.inks.printed, width * rows);
  const made = lightsOf(
    kernels,
    tones.map((plane, k) => printedTones(kernels, plane, width, from, filters[k]!)),
    print.inks.printed,
    width * rows,
  );
  const off = made.map((plane, c) => {
    const scan = light[c]!.data.subarray(width * from);
    return paddedRows(
      plane.map((v, k) => (scan[k]! / 255) ** 2 - v),
      width,
      rows,
      room,
    );
  });
  const everywhere = softened(kernels, off, broad);
  const atEdges = softened(kernels, off, fine);
  const [red, green, blue] = atEdges.map(({ data }, c) => {
    const { data: mean } = everywhere[c]!;
    for (let k = 0; k < data.length; k++) data[k]! -= mean[k]!;
    return data;
  }) as [Float32Array, Float32Array, Float32Array];
  const square = red.map((v, k) => (v * v + green[k]! * green[k]! + blue[k]! * blue[k]!) / 3);
  const [energy] = softened(kernels, [{ ...off[0]!, data: square }], Math.max(0.6, AROUND * cell)) as [Padded];
  if (heard) {
    for (let j = first - from; j < first - from + count; j++) {
      for (let x = 0; x < width; x += 7) heard.push(energy.data[(j + room) * energy.stride + room + x]!);
    }
    return new Uint8Array(0);
  }
  // The rows that are asked for, and those that the waves in them are told by.
  const above = Math.min(first - from, reach);
  const below = Math.min(from + rows - first - count, reach);
  const shown = smooth.map((plane, c): Float32Array => {
    const own = plane.slice((first - from - above) * width, (first - from + count + below) * width);
    for (let j = 0, at = 0; j < above + count + below; j++) {
      let there = (j + first - from - above + room) * energy.stride + room;
      for (let x = 0; x < width; x++, at++, there++) {
        const e = energy.data[there]!;
        const edge = e > noise.level ? (e - noise.level) / e : 0;
        own[at]! += everywhere[c]!.data[there]! + edge * atEdges[c]!.data[there]!;
      }
    }
    return own;
  });
  const fields = filters.flatMap(({ model }) => model?.fields ?? []);
  takeWavesOut(kernels, { width, y: first - above, planes: shown }, fields, cell);
  const encoded = bytesOfLight();
  const out = new Uint8Array(3 * width * count);
  for (let c = 0; c < 3; c++) {
    for (let k = 0, at = above * width; k < count * width; k++, at++)
      out[3 * k + c] = encoded[Math.round(65535 * Math.min(1, Math.max(0, shown[c]![at]!)))]!;
  }
  return out;
}

/** Rows from which the noise is told. */
const NOISE_ROWS = 192;

/** How much a scan differs from its model in the middle, where there are few edges. */
function noiseOf(kernels: Kernels, grid: Grid, print: ReadPrint, filters: readonly InkFilter[]): Noise {
  const { height } = grid.planes[0]!;
  const rows = Math.min(NOISE_ROWS, height);
  const heard: number[] = [];
  gridRows(kernels, grid, print, filters, (height - rows) >> 1, rows, { level: 0 }, heard);
  heard.sort((a, b) => a - b);
  return { level: Math.max(LEAST ** 2, OVER * (heard[heard.length >> 1] ?? 0)) };
}

/** Filters of all inks on a grid `factor` times coarser than the scan that the print was read from. */
function filtersOf({ screens }: ReadPrint, planes: readonly SeenPlane[], factor: number): InkFilter[] {
  return screens.map(({ screen, cells }, k) => {
    if (!cells) return grainFilter(screen.pitch.value / factor);
    const fields = cells.waves.map(({ at }) => {
      const fitted = fitWave(planes[k]!, [at[0] * factor, at[1] * factor]);
      return phaseField(planes[k]!, fitted);
    });
    return screenFilter(fields, cellModel(cells.folded, cells.waves.length, cells.match));
  });
}

/** Rows of the picture between rows of the grid, by straight lines between its values. */
function enlarged(
  band: (row: number) => Uint8Array,
  size: { width: number; height: number; across: number; down: number },
  factor: number,
  y: number,
  out: Uint8Array,
  at: number,
): void {
  const { width, across, down } = size;
  const v = Math.min(down - 1, Math.max(0, (y + 0.5) / factor - 0.5));
  const j = Math.min(down - 2, Math.floor(v));
  const [top, low] = [band(Math.max(0, j)), band(Math.min(down - 1, j + 1))];
  const share = Math.round(256 * (v - j));
  for (let x = 0; x < width; x++) {
    const u = Math.min(across - 1, Math.max(0, (x + 0.5) / factor - 0.5));
    const i = Math.min(across - 2, Math.floor(u));
    const part = Math.round(256 * (u - i));
    for (let c = 0; c < 3; c++) {
      const a = top[3 * i + c]! * (256 - part) + top[3 * i + 3 + c]! * part;
      const b = low[3 * i + c]! * (256 - part) + low[3 * i + 3 + c]! * part;
      out[at + 3 * x + c] = (a * (256 - share) + b * share + 32768) >> 16;
    }
  }
}

/**
 * Takes the screen out of a scanned print: each ink is told apart and its dots become tones, which together make the picture
 * again. Memory grows with a byte for each ink and pixel of the grid. Yields the share of the preparation that is done.
 * @throws ScanError where there is no print or no screen
 */
export function* unscreen(kernels: Kernels, source: PictureSource, ppi?: number): Generator<number, Unscreened> {
  const print = readPrint(middleOf(source), { ppi });
  yield 0.2;
  const cells = print.screens.map(({ screen, cells: known }) => (known ? 1 : 0.6) * screen.pitch.value);
  const factor = Math.max(1, Math.floor(Math.min(...cells) / GRID_CELL));
  const reading = gridOf(source, print, factor);
  let grid: Grid = { planes: [], light: [] };
  for (;;) {
    const { done, value } = reading.next();
    if (done) {
      grid = value;
      break;
    }
    yield 0.2 + 0.7 * value;
  }
  const { planes } = grid;
  const filters = filtersOf(print, planes, factor);
  const noise = noiseOf(kernels, grid, print, filters);
  const { width, height } = source;
  const { width: across, height: down } = planes[0]!;
  let from = -1;
  let rows: Uint8Array = new Uint8Array(0);
  let before: Uint8Array = new Uint8Array(0);
  /** A row of the grid; the one before the band at hand is kept, since rows are made between two of them. */
  const row = (y: number): Uint8Array => {
    if (y >= from && from >= 0 && y < from + BAND)
      return rows.subarray(3 * across * (y - from), 3 * across * (y - from + 1));
    if (from >= 0 && y === from - 1) return before;
    const first = Math.floor(y / BAND) * BAND;
    const count = Math.min(BAND, down - first);
    if (first === from + BAND) before = rows.slice(3 * across * (BAND - 1));
    rows = gridRows(kernels, grid, print, filters, first, count, noise);
    from = first;
    return rows.subarray(3 * across * (y - first), 3 * across * (y - first + 1));
  };
  yield 1;
  return {
    width,
    height,
    rows(y, count) {
      const out = new Uint8Array(3 * width * count);
      for (let k = 0; k < count; k++) enlarged(row, { width, height, across, down }, factor, y + k, out, 3 * width * k);
      return out;
    },
  };
}
