import type { Job } from '../document/types.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { type PlateBand, printBands, printingPasses } from './bands.ts';
import { createDisplayMeans } from './display.ts';
import type { PrintEnv } from './env.ts';

export interface SmallPrint {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray;
}

/** Display rows that are gathered at once: what is held of the sheet meanwhile follows its width alone. */
const SLAB_ROWS = 48;

/** The whole sheet, `width` pixels wide: each pixel the true average of the print under and a little beside it. */
export function makeSmallPrint(env: PrintEnv, job: Job, width: number, progress?: (share: number) => void): SmallPrint {
  const sheet = sheetPixels(job.sheet);
  const scale = Math.min(1, width / sheet.width);
  const size = {
    width: Math.max(1, Math.round(sheet.width * scale)),
    height: Math.max(1, Math.round(sheet.height * scale)),
  };
  const passes = printingPasses(job);
  const rgba = new Uint8ClampedArray(4 * size.width * size.height);
  let held: PlateBand[] = [];
  let first = 0;

  /** Display rows from `first` on, from the bands that are held; those that no later rows see are let go. */
  function gather(rows: number): void {
    const grid = { scale, originX: 0, originY: 0, width: size.width, first, rows, soft: true };
    const means = createDisplayMeans(env.kernels, job.sheet, passes, grid);
    for (const { y, rows: height, plates } of held) means.add({ x: 0, y, width: sheet.width, height, step: 1 }, plates);
    rgba.set(means.rgba(), 4 * size.width * first);
    first += rows;
    const seen = (first - 1) / scale;
    held = held.filter((band) => band.y + band.rows > seen);
  }

  for (const band of printBands(env, job, passes)) {
    held.push(band);
    const made = band.y + band.rows;
    // A display pixel sees as far as the one after it.
    while (first + SLAB_ROWS < size.height && (first + SLAB_ROWS + 1) / scale <= made) gather(SLAB_ROWS);
    progress?.(made / sheet.height);
  }
  while (first < size.height) gather(Math.min(SLAB_ROWS, size.height - first));
  return { ...size, rgba };
}
