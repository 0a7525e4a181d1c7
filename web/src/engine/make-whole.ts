import { type Job, type Pass, printBands, rowBytes, sheetPixels } from '@chromatype/core';
import { levelsOf, type SharedPlate } from './shared-plate.ts';
import type { SheetEngine } from './sheet-engine.ts';

/** Milliseconds of work between two reports, at which other requests get their turn. */
const REPORT_EVERY = 60;

/** Prints a pass's plate from the top to the bottom of the sheet into shared memory. */
export async function makeWhole(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  told: (share: number) => boolean | Promise<boolean>,
): Promise<SharedPlate | null> {
  const { width, height } = sheetPixels(job.sheet);
  let made: { levels: number; bytes: Uint8Array; stride: number; buffer: SharedArrayBuffer } | null = null;
  let last = performance.now();
  for (const { y, rows, plates } of printBands({ kernels: engine.kernels, pictures: engine.lookup }, job, [pass])) {
    const plate = plates[0]!;
    if (!made) {
      const stride = rowBytes(plate);
      const buffer = new SharedArrayBuffer(stride * height);
      made = { levels: levelsOf(plate), bytes: new Uint8Array(buffer), stride, buffer };
    }
    made.bytes.set(plate.data, y * made.stride);
    if (performance.now() - last < REPORT_EVERY) continue;
    if (!(await told((y + rows) / height))) return null;
    last = performance.now();
  }
  return made && { width, height, levels: made.levels, buffer: made.buffer };
}
