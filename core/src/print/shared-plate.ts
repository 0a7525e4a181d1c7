import type { Kernels } from '../kernel/kernels.ts';
import { sharesThreads } from '../screen/families/grain/diffuse.ts';
import { createSharedFloyd, floydThread, type SharedFloyd } from '../screen/families/grain/floyd-shared.ts';
import { grainPixels } from '../screen/families/grain/compile.ts';
import { sheetPixels } from '../document/defaults.ts';
import type { Job, Pass } from '../document/types.ts';
import { mapTonesTo } from '../raster/map-tones.ts';
import { createToneTables, passReader, type PictureLookup } from './light.ts';

/** Threads that one plate is shared by. */
export const PLATE_THREADS = 2;

/** Whether two threads can make a pass's plate together without changing a byte of it. */
export function canShare({ sheet }: Pick<Job, 'sheet'>, { screen, tone: { paint } }: Pass): boolean {
  if (paint.length > 0) return false;
  const { family, grain } = screen;
  if (family !== 'grain' || grain.prints === 'palette' || grainPixels(grain, sheet.ppi) !== 1) return false;
  const levels = grain.prints === 'levels' ? grain.levels : 2;
  const { method, serpentine, noise } = grain;
  return sharesThreads({ method: method as 'floyd-steinberg', serpentine, noise, seed: screen.seed }, levels);
}

/** Memory for a plate that threads make together; its rows are packed as `packRows` gives them. */
export function createSharedPlate(job: Job): SharedFloyd {
  const { width, height } = sheetPixels(job.sheet);
  return createSharedFloyd(width, height);
}

/** One thread's part of a shared plate; false when it was stopped. */
export function sharePlate(
  kernels: Kernels,
  job: Job,
  pass: Pass,
  pictures: PictureLookup,
  shared: SharedFloyd,
  thread: number,
  threads = PLATE_THREADS,
): boolean {
  const light = passReader(kernels, job, pass, pictures, pass.feed.part);
  const tables = createToneTables(pass);
  const { width } = shared;
  return floydThread({
    kernels,
    shared,
    thread,
    threads,
    seed: pass.screen.seed,
    read(y, rows, out) {
      const values = light({ x: 0, y, width, height: rows, step: 1 });
      mapTonesTo(kernels, values, tables.tones(values.depth), out);
    },
  });
}
