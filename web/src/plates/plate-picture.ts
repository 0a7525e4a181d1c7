import { type Job, sheetPixels } from '@chromatype/core';
import { enginePool } from '../engine/pool.ts';
import type { Sample } from '../engine/samples.ts';

export interface PlatePictureAsked {
  readonly job: Job;
  /** Passes that are in sight; all others are left out. */
  readonly passes: readonly string[];
  /** Pixels across. */
  readonly width: number;
  readonly film: boolean;
  readonly press: boolean;
}

/** A job of which only some passes print; separations still know all their inks. */
export const onlyPasses = (job: Job, ids: readonly string[]): Job => ({
  ...job,
  passes: job.passes.map((p) => ({ ...p, on: ids.includes(p.id) })),
});

/**
 * The whole sheet with some of its plates: each pixel the average of the plates' pixels under it. Every worker
 * has its own part of the sheet, so that plates it made for one picture serve the next.
 */
export async function platePicture({ job, passes, width, film, press }: PlatePictureAsked): Promise<Sample> {
  const sheet = sheetPixels(job.sheet);
  const scale = Math.min(0.999, width / sheet.width);
  const view = {
    scale,
    originX: 0,
    originY: 0,
    width: Math.max(1, Math.round(sheet.width * scale)),
    height: Math.max(1, Math.round(sheet.height * scale)),
  };
  const only = onlyPasses(job, passes);
  const { printers } = enginePool();
  const edge = (k: number) => Math.round((k * view.height) / printers.length);
  const parts = await Promise.all(
    printers.map((worker, k) => {
      const [first, end] = [edge(k), edge(k + 1)];
      return worker.reduced({ job: only, view, first, rows: end - first, step: 1, draft: false, film, press });
    }),
  );
  const rgba = new Uint8ClampedArray(view.width * view.height * 4);
  parts.forEach((part, k) => {
    rgba.set(part, edge(k) * view.width * 4);
  });
  return { width: view.width, height: view.height, rgba };
}
