import type { Job } from '../../document/types.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { printingPasses } from '../../print/printing-passes.ts';
import { repeatFault, repeatRegion } from '../../print/repeat-region.ts';
import { makeSwatch, type Swatch } from '../../print/swatch.ts';
import type { Size } from '../../raster/sheet.ts';
import { repeatPlane, swatchSize } from '../../repeat/region.ts';
import type { EstimateWork, OutputWork } from '../output.ts';

/** Most pixels of the plane that a swatch is printed on. */
const MOST_PIXELS = 150e6;

/** A job printed at the resolution of its swatch, on stock without texture, which would not repeat. */
export function printedFlat(job: Job): Job {
  const ground = { ...job.sheet.ground, shown: false, run: 'flat' as const };
  return { ...job, sheet: { ...job.sheet, ppi: job.repeat.ppi, ground } };
}

/** Width and height of the swatch of a job in pixels. */
export const swatchPixels = (job: Job): Size => swatchSize(repeatRegion(printedFlat(job)));

/** Says why a job has no swatch, in one sentence; null if it has one. `most`: pixels that it may have. */
export function swatchFault(job: Job, most = MOST_PIXELS): string | null {
  const at = printedFlat(job);
  const region = repeatRegion(at);
  if (printingPasses(job).length === 0) return 'No pass prints; switch one on first.';
  const { width, height } = swatchSize(region);
  const plane = repeatPlane(region);
  if (width * height > most || plane.width * plane.height > MOST_PIXELS)
    return `The swatch would have ${width} × ${height} pixels; choose fewer pixels per inch or a smaller part.`;
  return repeatFault(at);
}

/** The job whose whole sheet is its swatch. */
export function swatchJob(job: Job, { width, height }: Size): Job {
  const flat = printedFlat(job);
  const mm = (pixels: number) => (pixels / flat.sheet.ppi) * MM_PER_INCH;
  return { ...flat, sheet: { ...flat.sheet, width: mm(width), height: mm(height), bleed: 0 } };
}

/** Makes the swatch of a job. `told` hears the share that is done, 0..1. */
export function swatchOfWork({ env, job }: EstimateWork, told?: OutputWork['progress']): Swatch {
  const at = printedFlat(job);
  const making = makeSwatch(env, at, printingPasses(at), repeatRegion(at));
  let step = making.next();
  for (; !step.done; step = making.next()) told?.(step.value);
  return step.value;
}
