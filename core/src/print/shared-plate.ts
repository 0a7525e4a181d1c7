import { printingFills } from '../document/fills.ts';
import { platesBehind } from '../document/plates-behind.ts';
import { isMoved } from '../document/impression-params.ts';
import type { Job, Pass } from '../document/types.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { screenTraits } from '../screen/compile-screen.ts';
import { createSharedFloyd, floydThread, type SharedFloyd } from '../screen/families/grain/floyd-shared.ts';
import type { PrintEnv } from './env.ts';
import { planPass } from './plan-pass.ts';
import { wholeFill } from './plate-values.ts';

/** Threads that one plate is shared by. */
export const PLATE_THREADS = 2;

/** Whether the plate of a pass can only be made from the top of the sheet downwards. */
export const goesDownwards = (job: Pick<Job, 'sheet' | 'passes' | 'stencils'>, pass: Pass): boolean =>
  platesBehind(job, pass)
    .flatMap(printingFills)
    .some(({ screen }) => screenTraits(screen, job.sheet.ppi).order === 'downwards');

/** Whether two threads can make a pass's plate together without changing a byte of it. */
export function canShare(job: Pick<Job, 'sheet' | 'passes' | 'stencils'>, pass: Pass): boolean {
  const fill = wholeFill(pass);
  // Its plate must be all that the screen makes, where it makes it.
  if (!fill || platesBehind(job, pass).length > 1 || isMoved(pass)) return false;
  const { screen, tone } = fill;
  if (tone.paint.length > 0) return false;
  return screenTraits(screen, job.sheet.ppi).sharesThreads;
}

/** Memory for a plate that threads make together; its rows are packed as `packRows` gives them. */
export function createSharedPlate(job: Job): SharedFloyd {
  const { width, height } = sheetPixels(job.sheet);
  return createSharedFloyd(width, height);
}

/** One thread's part of a shared plate; false when it was stopped. */
export function sharePlate(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  shared: SharedFloyd,
  thread: number,
  threads = PLATE_THREADS,
): boolean {
  const { tones, release } = planPass(env, job, pass);
  const { width } = shared;
  try {
    return floydThread({
      kernels: env.kernels,
      shared,
      thread,
      threads,
      seed: wholeFill(pass)!.screen.seed,
      read: (y, rows, out) => tones.to({ x: 0, y, width, height: rows, step: 1 }, out),
    });
  } finally {
    release();
  }
}
