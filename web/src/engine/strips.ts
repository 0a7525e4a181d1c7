import { composeExact, createDisplayMeans, type Job, printingPasses, sheetPixels } from '@chromatype/core';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';

/** A rectangle of the sheet in its pixels. */
export interface CropPixels {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * A crop of the print of a job: its plates over just that rectangle, at the sheet's own pixels, or averaged
 * down to `scale` display pixels a sheet pixel.
 */
export function stripSample(engine: SheetEngine, job: Job, crop: CropPixels, scale: number): Sample {
  const sheet = sheetPixels(job.sheet);
  const x = Math.max(0, Math.min(sheet.width - 1, crop.x));
  const y = Math.max(0, Math.min(sheet.height - 1, crop.y));
  const area = {
    x,
    y,
    width: Math.max(1, Math.min(crop.width, sheet.width - x)),
    height: Math.max(1, Math.min(crop.height, sheet.height - y)),
    step: 1,
  };
  const passes = printingPasses(job);
  const plates = passes.map((pass) => engine.plateOver(job, pass, area));
  if (scale >= 1) {
    const rgba = composeExact(engine.kernels, job.sheet, passes, plates, area);
    return { width: area.width, height: area.height, rgba: new Uint8ClampedArray(rgba) };
  }
  const width = Math.max(1, Math.floor(area.width * scale));
  const height = Math.max(1, Math.floor(area.height * scale));
  const grid = {
    scale,
    originX: Math.round(x * scale),
    originY: Math.round(y * scale),
    width,
    first: 0,
    rows: height,
    soft: true,
  };
  const means = createDisplayMeans(engine.kernels, job.sheet, passes, grid);
  means.add(area, plates);
  return { width, height, rgba: means.rgba() };
}
