import { sheetPixels } from '../raster/sheet.ts';
import { pressFault } from '../print/ink-levels.ts';
import { fillOf } from '../document/fills.ts';
import { screenCaption } from '../screen/compile-screen.ts';
import { BAND_ROWS, printBands } from '../print/bands.ts';
import type { Job, Pass } from '../document/types.ts';
import type { PrintEnv } from '../print/env.ts';
import { type Bitmap, clearTail, createBitmap } from '../raster/bitmap.ts';
import { coverPolygons } from '../raster/outline-coverage.ts';
import { isBitmap } from '../raster/plate.ts';
import { type Mark, marksOf, type PlateFrame, plateFrame, slotOf, type Words } from './press-marks.ts';
import { stepWedge } from './wedge.ts';

/** Rows of finished plates, one for each pass that was asked for. */
export interface MarkedBand {
  readonly y: number;
  readonly rows: number;
  readonly plates: readonly Bitmap[];
}

export interface MarkedPlates {
  readonly frame: PlateFrame;
  bands(): Generator<MarkedBand>;
}

export interface MarkedOptions {
  readonly env: PrintEnv;
  readonly job: Job;
  /** Passes whose plates are made. */
  readonly passes: readonly Pass[];
  readonly words: Words;
  /** As film is read: mirrored and negative where the job says so. Composites are never. */
  readonly film: boolean;
}

/** A plate that has more than one bit a pixel cannot go to a press. */
export class PlateError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'PlateError';
  }
}

const HALF = 0.5;
const WEDGE_HEIGHT = 4;
const WEDGE_STEP = 5;

/** Inks the pixels of a mark that lie in some rows of a plate. */
function layMark(plate: Bitmap, y: number, mark: Mark): void {
  const top = Math.max(y, mark.y);
  const bottom = Math.min(y + plate.height, mark.y + mark.height);
  const left = Math.max(0, mark.x);
  const right = Math.min(plate.width, mark.x + mark.width);
  if (top >= bottom || left >= right) return;
  const area = { x: left, y: top, width: right - left, height: bottom - top, step: 1 };
  const cover = coverPolygons(mark.polygons, area, true);
  for (let k = 0; k < cover.length; k++) {
    if (cover[k]! < HALF) continue;
    const x = left + (k % area.width);
    const row = top - y + Math.floor(k / area.width);
    plate.data[row * plate.stride + (x >> 3)]! |= 128 >> (x & 7);
  }
}

/** Copies a bitmap's ink to a place of some rows of a plate. */
function layBitmap(plate: Bitmap, y: number, bitmap: Bitmap, left: number, top: number): void {
  for (let k = Math.max(0, y - top); k < bitmap.height && top + k < y + plate.height; k++) {
    for (let x = 0; x < bitmap.width; x++) {
      if (!((bitmap.data[k * bitmap.stride + (x >> 3)]! >> (7 - (x & 7))) & 1)) continue;
      const to = left + x;
      plate.data[(top + k - y) * plate.stride + (to >> 3)]! |= 128 >> (to & 7);
    }
  }
}

const MIRRORED = Uint8Array.from({ length: 256 }, (_, byte) => {
  let out = 0;
  for (let bit = 0; bit < 8; bit++) if (byte & (1 << bit)) out |= 128 >> bit;
  return out;
});

/** Left and right exchanged. */
function mirrored(plate: Bitmap): Bitmap {
  const { width, height, stride, data } = plate;
  const out = createBitmap(width, height);
  const shift = stride * 8 - width;
  for (let y = 0; y < height; y++) {
    const row = y * stride;
    for (let k = 0; k < stride; k++) {
      const here = MIRRORED[data[row + stride - 1 - k]!]!;
      const next = k + 1 < stride ? MIRRORED[data[row + stride - 2 - k]!]! : 0;
      out.data[row + k] = ((here << shift) | (next >> (8 - shift))) & 255;
    }
    clearTail(out.data, row, width);
  }
  return out;
}

function negative(plate: Bitmap): Bitmap {
  const data = plate.data.map((byte) => ~byte);
  for (let y = 0; y < plate.height; y++) clearTail(data, y * plate.stride, plate.width);
  return { ...plate, data };
}

/** What stands beside a plate: which it is, of which job, and its screen. */
export function plateWords(job: Job, pass: Pass): string {
  const place = job.passes.filter((p) => p.on).findIndex((p) => p.id === pass.id) + 1;
  const screen = screenCaption(job.sheet, fillOf(pass).screen);
  return `${job.title} \u00b7 ${place} ${pass.name} \u00b7 ${screen}`;
}

/**
 * Plates with margin and marks, band by band, top to bottom; memory follows the width.
 * @throws PlateError when a press cannot print a pass as it stands
 */
export function markedPlates({ env, job, passes, words, film }: MarkedOptions): MarkedPlates {
  const fault = passes.map(pressFault).find((said) => said !== null);
  if (fault) throw new PlateError(fault);
  const size = sheetPixels(job.sheet);
  const frame = plateFrame(job, size);
  const { margin, perMm } = frame;
  const printed = job.passes.filter((p) => p.on);
  const placeOf = (pass: Pass) =>
    Math.max(
      0,
      printed.findIndex((p) => p.id === pass.id),
    );
  const marks = passes.map((pass) =>
    marksOf(job, frame, { text: plateWords(job, pass), index: placeOf(pass), count: printed.length }, words),
  );
  const wedges = passes.map((pass) => {
    if (!job.plates.wedge || margin === 0) return null;
    const slot = slotOf(frame, placeOf(pass), printed.length);
    const width = Math.floor(Math.min(slot.width, 11 * WEDGE_STEP * perMm));
    const height = Math.floor(Math.min(WEDGE_HEIGHT * perMm, margin * 0.5));
    if (width < 11 || height < 2) return null;
    const top = Math.round(margin + size.height + (margin - height) / 2);
    return { bitmap: stepWedge(env.kernels, job, pass, width, height), left: Math.round(slot.x), top };
  });
  const empty = (rows: number) => passes.map(() => createBitmap(frame.width, rows));

  function finish(y: number, plates: Bitmap[]): MarkedBand {
    const rows = plates[0]!.height;
    const made = plates.map((plate, k) => {
      for (const mark of marks[k]!) layMark(plate, y, mark);
      const wedge = wedges[k];
      if (wedge) layBitmap(plate, y, wedge.bitmap, wedge.left, wedge.top);
      const turned = film && job.plates.mirror ? mirrored(plate) : plate;
      return film && job.plates.negative ? negative(turned) : turned;
    });
    return { y, rows, plates: made };
  }

  function* edge(from: number): Generator<MarkedBand> {
    for (let k = 0; k < margin; k += BAND_ROWS) yield finish(from + k, empty(Math.min(BAND_ROWS, margin - k)));
  }

  return {
    frame,
    *bands() {
      yield* edge(0);
      for (const { y, rows, plates } of printBands(env, job, passes)) {
        const wide = empty(rows);
        plates.filter(isBitmap).forEach((plate, p) => {
          const to = wide[p]!;
          for (let k = 0; k < rows; k++) {
            to.data.set(plate.data.subarray(k * plate.stride, (k + 1) * plate.stride), k * to.stride + (margin >> 3));
          }
        });
        yield finish(margin + y, wide);
      }
      yield* edge(margin + size.height);
    },
  };
}
