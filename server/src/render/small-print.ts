import {
  createDisplayMeans,
  type Job,
  type Kernels,
  type PictureLookup,
  printBands,
  printingPasses,
  sheetPixels,
} from '@chromatype/core';

export interface SmallPrint {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray;
}

/** The whole sheet, `width` pixels wide: each pixel the true average of the print under it. */
export function makeSmallPrint(
  kernels: Kernels,
  job: Job,
  width: number,
  pictures: PictureLookup,
  progress?: (share: number) => void,
): SmallPrint {
  const sheet = sheetPixels(job.sheet);
  const scale = Math.min(1, width / sheet.width);
  const size = {
    width: Math.max(1, Math.round(sheet.width * scale)),
    height: Math.max(1, Math.round(sheet.height * scale)),
  };
  const passes = printingPasses(job);
  const grid = { scale, originX: 0, originY: 0, width: size.width, first: 0, rows: size.height, soft: true };
  const means = createDisplayMeans(kernels, job.sheet, passes, grid);
  for (const { y, rows, plates } of printBands(kernels, job, passes, pictures)) {
    means.add({ x: 0, y, width: sheet.width, height: rows, step: 1 }, plates);
    progress?.((y + rows) / sheet.height);
  }
  return { ...size, rgba: means.rgba() };
}
