import type { Kernels } from '../kernel/kernels.ts';
import type { PictureSource } from '../raster/source.ts';
import { type ReadPrint, readPrint } from '../scan/find-print.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import { scanOf } from '../scan/scan-of.ts';
import { fitWave } from '../scan/wave-fit.ts';
import { fitOf, modelRows } from './by-model.ts';
import { spectrumRows } from './by-spectrum.ts';
import { cellModel } from './cell-model.ts';
import { grainFilter, type InkFilter, screenFilter, type SeenPlane } from './ink-tones.ts';
import { phaseField } from './phase-field.ts';
import { type Grid, gridOf } from './scan-grid.ts';

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
/** The middle of a source as a scan. */
function middleOf(source: PictureSource): ScanPixels {
  const [width, height] = [Math.min(READ, source.width), Math.min(READ, source.height)];
  return scanOf(source, { x: (source.width - width) >> 1, y: (source.height - height) >> 1, width, height });
}

/** Share of a scan's dots that a model of its inks must explain; of one that explains less, its spectrum tells more. */
const EXPLAINED = 0.6;

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
  const fit = fitOf(kernels, grid, print, filters);
  const fields = filters.flatMap(({ model }) => model?.fields ?? []);
  const cell = Math.max(...filters.map((filter) => filter.cell));
  const make = (first: number, count: number): Uint8Array =>
    fit.explained > EXPLAINED
      ? modelRows(kernels, grid, print, filters, first, count, fit)
      : spectrumRows(kernels, grid, fields, cell, first, count);
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
    rows = make(first, count);
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
