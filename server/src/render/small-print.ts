import {
  createDisplayMeans,
  type Job,
  type Kernels,
  meansToRgba,
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
export function makeSmallPrint(kernels: Kernels, job: Job, width: number, pictures: PictureLookup): SmallPrint {
  const sheet = sheetPixels(job.sheet);
  const scale = Math.min(1, width / sheet.width);
  const grid = { scale, originX: 0, originY: 0, width: Math.max(1, Math.round(sheet.width * scale)) };
  const height = Math.max(1, Math.round(sheet.height * scale));
  const passes = printingPasses(job);
  const sums = new Float32Array(grid.width * height * 4);
  for (const { y, rows, plates } of printBands(kernels, job, passes, pictures)) {
    const means = createDisplayMeans(kernels, job.sheet, passes, grid, { y, height: rows });
    means.add({ x: 0, y, width: sheet.width, height: rows, step: 1 }, plates);
    const part = means.finish();
    const stride = grid.width * 4;
    for (let r = 0; r < part.rows; r++) {
      const row = part.row + r;
      if (row < 0 || row >= height) continue;
      for (let k = 0; k < stride; k++) sums[row * stride + k]! += part.sums[r * stride + k]!;
    }
  }
  const rgba = new Uint8ClampedArray(grid.width * height * 4);
  meansToRgba(sums, rgba);
  return { width: grid.width, height, rgba };
}
