import { sheetLights } from '../ink/printed-ink.ts';
import type { Job } from '../document/types.ts';
import type { PrintEnv } from '../print/env.ts';
import { planPass } from '../print/plan-pass.ts';
import { printingPasses } from '../print/printing-passes.ts';
import { pressedPlate } from '../press/pressed-plate.ts';
import { type InkedSheet, PLAIN_SCANNER, scanPrint, type ScannerSettings } from '../press/scanner.ts';
import { type Bitmap, createBitmap, strideOf } from '../raster/bitmap.ts';
import { isBitmap } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import type { Pass } from '../document/types.ts';

/** Rows that are pressed at a time. */
const ROWS = 256;

/** A part of a bitmap whose left edge lies on a whole byte; what lies outside is bare. */
function partOf(whole: Bitmap, x: number, y: number, width: number, height: number): Bitmap {
  const out = createBitmap(width, height);
  const from = x >> 3;
  const bytes = Math.min(strideOf(width), whole.stride - from);
  for (let row = 0; row < height; row++) {
    const at = (y + row) * whole.stride + from;
    out.data.set(whole.data.subarray(at, at + bytes), row * out.stride);
  }
  return out;
}

/** The whole plate of a pass with the gain of its press, in steps that yield the share done. */
function* wholePlate(env: PrintEnv, job: Job, pass: Pass): Generator<number, Bitmap> {
  const { width, height } = sheetPixels(job.sheet);
  const plan = planPass(env, job, pass, { gain: pass.ink.press.gain });
  const whole = createBitmap(width, height);
  try {
    for (const share of plan.begin()) yield 0.5 * share;
    for (let y = 0; y < height; y += ROWS) {
      const rows = Math.min(ROWS, height - y);
      const plate = plan.plate.read({ x: 0, y, width, height: rows, step: 1 });
      if (!isBitmap(plate)) throw new Error('A press prints plates of one bit alone.');
      whole.data.set(plate.data, y * whole.stride);
      yield 0.5 + (0.5 * y) / height;
    }
  } finally {
    plan.release();
  }
  return whole;
}

/** A job as it comes off the stand-in press: its inks land and gain as their press settings say. Yields the share done. */
export function* pressedSheet(env: PrintEnv, job: Job): Generator<number, InkedSheet> {
  const { width, height } = sheetPixels(job.sheet);
  const passes = printingPasses(job);
  const codes = new Uint8Array(width * height);
  for (const [k, pass] of passes.entries()) {
    const making = wholePlate(env, job, pass);
    let step = making.next();
    while (!step.done) {
      yield (k + 0.5 * step.value) / passes.length;
      step = making.next();
    }
    const plate = step.value;
    for (let y = 0; y < height; y += ROWS) {
      const rows = Math.min(ROWS, height - y);
      const pressed = pressedPlate(
        { job, pass, plateOver: (a) => partOf(plate, a.x, a.y, a.width, a.height) },
        { x: 0, y, width, height: rows, step: 1 },
      );
      for (let row = 0; row < rows; row++) {
        const at = row * pressed.stride;
        for (let x = 0; x < width; x++) {
          if ((pressed.data[at + (x >> 3)]! >> (7 - (x & 7))) & 1) codes[(y + row) * width + x]! |= 1 << k;
        }
      }
      yield (k + 0.5 + (0.5 * y) / height) / passes.length;
    }
  }
  return {
    width,
    height,
    codes,
    lights: sheetLights(
      job.sheet,
      passes.map(({ ink }) => ink),
    ),
  };
}

/** How a print lies under the stand-in scanner, or before a camera. */
export interface SheetLie extends Pick<ScannerSettings, 'turn' | 'askew' | 'noise' | 'blur'> {
  readonly ppi: number;
  /** Size of the picture against the sheet: below 1 it is cut off all round. */
  readonly shows: number;
}

export const FLAT_SCAN: SheetLie = { turn: 0, askew: [0, 0], noise: 0.01, blur: 0.6, ppi: 300, shows: 1.06 };

/** A scan of a print of a sheet with so many pixels an inch. */
export function scanSheet(sheet: InkedSheet, ppi: number, { ppi: at, shows, ...lie }: SheetLie): ScanPixels {
  const scale = ppi / at;
  const samples = Math.min(4, Math.max(2, Math.round(scale)));
  const [width, height] = [sheet.width, sheet.height].map((side) => Math.round((side / scale) * shows)) as [
    number,
    number,
  ];
  return { width, height, rgb: scanPrint(sheet, { ...PLAIN_SCANNER, ...lie, samples, scale, width, height }) };
}
