import { type Job, type Pass, rowBytes, sheetPixels, startBands } from '@chromatype/core';
import { levelsOf, type SharedPlate } from './shared-plate.ts';
import type { SheetEngine } from './sheet-engine.ts';

/** Milliseconds of work between two reports, at which other requests get their turn. */
const REPORT_EVERY = 60;

/** Share of a plate's work that comes before its first row, where there is any. */
const BEGUN = 0.7;

/** Prints a pass's plate from the top to the bottom of the sheet into shared memory. */
export async function makeWhole(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  told: (share: number) => boolean | Promise<boolean>,
): Promise<SharedPlate | null> {
  const { width, height } = sheetPixels(job.sheet);
  const started = startBands({ kernels: engine.kernels, pictures: engine.lookup }, job, [pass]);
  let last = performance.now();
  /** Reports a share done from time to time; false when the work is to stop. */
  const goesOn = async (share: number): Promise<boolean> => {
    if (performance.now() - last < REPORT_EVERY) return true;
    const going = await told(share);
    last = performance.now();
    return going;
  };
  try {
    let from = 0;
    for (const share of started.begin()) {
      from = BEGUN;
      if (!(await goesOn(BEGUN * share))) return null;
    }
    let made: { levels: number; bytes: Uint8Array; stride: number; buffer: SharedArrayBuffer } | null = null;
    for (const { y, rows, plates } of started.bands()) {
      const plate = plates[0]!;
      if (!made) {
        const stride = rowBytes(plate);
        const buffer = new SharedArrayBuffer(stride * height);
        made = { levels: levelsOf(plate), bytes: new Uint8Array(buffer), stride, buffer };
      }
      made.bytes.set(plate.data, y * made.stride);
      if (!(await goesOn(from + ((1 - from) * (y + rows)) / height))) return null;
    }
    return made && { width, height, levels: made.levels, buffer: made.buffer };
  } finally {
    started.release();
  }
}
