import { jobAtTime } from '../document/motion-at.ts';
import type { Job } from '../document/types.ts';
import { frameCount } from '../motion/motion.ts';
import { inkBytes } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { type PlateBand, printBands } from './bands.ts';
import type { PrintEnv } from './env.ts';
import { printingPasses } from './printing-passes.ts';

/** How the frame after the last one differs from the first. */
export interface LoopSeam {
  /** Share of the pixels of all plates that differ, 0..1. */
  readonly share: number;
}

/** Pixels of two bands of plates that differ, and all of them. */
function differing(a: PlateBand, b: PlateBand): { readonly apart: number; readonly all: number } {
  let [apart, all] = [0, 0];
  a.plates.forEach((plate, k) => {
    const [one, two] = [inkBytes(plate), inkBytes(b.plates[k]!)];
    all += one.length;
    for (let n = 0; n < one.length; n++) if (one[n] !== two[n]) apart++;
  });
  return { apart, all };
}

/** The two stills that meet where a clip begins again: its first frame, and the one that would follow its last. */
export type SeamJobs = readonly [first: Job, after: Job];

export function seamJobs(job: Job): SeamJobs {
  const { settings } = job.motion;
  return [jobAtTime(job, 0), jobAtTime(job, frameCount(settings) / settings.rate)];
}

/** Measures a seam on the plates of the two stills that meet there. Yields the share done, 0..1. */
export function* loopSeam(env: PrintEnv, [first, after]: SeamJobs): Generator<number, LoopSeam> {
  const [one, two] = [first, after].map((still) => printBands(env, still, printingPasses(still)));
  const { height } = sheetPixels(first.sheet);
  let [apart, all] = [0, 0];
  for (const band of one!) {
    const next = two!.next();
    if (next.done) break;
    const found = differing(band, next.value);
    apart += found.apart;
    all += found.all;
    yield (band.y + band.rows) / height;
  }
  return { share: all === 0 ? 0 : apart / all };
}
