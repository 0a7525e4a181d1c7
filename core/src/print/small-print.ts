import type { Job } from '../document/types.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { PrintEnv } from './env.ts';
import { planSurface } from './plan-surface.ts';
import { reducedPrint } from './reduced-print.ts';

export interface SmallPrint {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray;
}

/** The whole sheet, `width` pixels wide: each pixel the true average of the print under and a little beside it. */
export function makeSmallPrint(env: PrintEnv, job: Job, width: number, progress?: (share: number) => void): SmallPrint {
  const sheet = sheetPixels(job.sheet);
  const scale = Math.min(1, width / sheet.width);
  const size = {
    width: Math.max(1, Math.round(sheet.width * scale)),
    height: Math.max(1, Math.round(sheet.height * scale)),
  };
  const rgba = new Uint8ClampedArray(4 * size.width * size.height);
  const looks = [{ sheet: job.sheet, surface: planSurface(env, job) }];
  for (const { y, rgba: made, done } of reducedPrint(env, job, {
    scale,
    originX: 0,
    originY: 0,
    ...size,
    soft: true,
    looks,
  })) {
    rgba.set(made[0]!, 4 * size.width * y);
    progress?.(done);
  }
  return { ...size, rgba };
}
