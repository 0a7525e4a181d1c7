import { MM_PER_INCH } from '@chromatype/core';
import type { StripSheet } from '@chromatype/core';
import type { CropPixels } from '../engine/strips.ts';
import { enginePool } from '../engine/pool.ts';
import type { Sample } from '../engine/samples.ts';
import type { Job } from '@chromatype/core';
import { sizeOf, stripOf } from './axes.ts';

/** The crop of a sheet of strips in sheet pixels. */
export function cropPixelsOf(job: Job, { crop }: Pick<StripSheet, 'crop'>): CropPixels {
  const perMm = job.sheet.ppi / MM_PER_INCH;
  return {
    x: Math.round((crop.x + job.sheet.bleed) * perMm),
    y: Math.round((crop.y + job.sheet.bleed) * perMm),
    width: Math.max(1, Math.round(crop.width * perMm)),
    height: Math.max(1, Math.round(crop.height * perMm)),
  };
}

/**
 * Makes the strips of a sheet one after the other on every worker that prints, in reading order. `take`
 * gets each as it is there; making stops when `over` says so. Resolves to whether all were made.
 */
export async function makeStrips(
  job: Job,
  sheet: StripSheet,
  scale: number,
  take: (column: number, row: number, sample: Sample) => void,
  over: () => boolean,
): Promise<boolean> {
  const { columns, rows } = sizeOf(sheet);
  const crop = cropPixelsOf(job, sheet);
  let next = 0;
  async function work(k: number): Promise<void> {
    const worker = enginePool().printers[k]!;
    for (let at = next++; at < columns * rows && !over(); at = next++) {
      const [column, row] = [at % columns, Math.floor(at / columns)];
      const strip = stripOf(job, sheet, column, row);
      if (!strip) continue;
      const sample = await worker.strip(strip.job, crop, scale);
      if (!over()) take(column, row, sample);
    }
  }
  await Promise.all(enginePool().printers.map((_, k) => work(k)));
  return !over();
}
