import {
  createDisplayMeans,
  createKernels,
  printBands,
  printingPasses,
  sheetPixels,
  makeSmallPrint,
} from '@chromatype/core';
import { jobOf, source } from './plate-jobs.ts';

const kernels = createKernels();
const env = { kernels, pictures: () => source };
const job = jobOf('process');
const sheet = sheetPixels(job.sheet);

/** The same, gathered from the whole sheet at once. */
function atOnce(width: number): Uint8ClampedArray {
  const scale = width / sheet.width;
  const rows = Math.round(sheet.height * scale);
  const passes = printingPasses(job);
  const grid = { scale, originX: 0, originY: 0, width, first: 0, rows, soft: true };
  const means = createDisplayMeans(kernels, job.sheet, passes, grid);
  for (const band of printBands(env, job, passes)) {
    means.add({ x: 0, y: band.y, width: sheet.width, height: band.rows, step: 1 }, band.plates);
  }
  return means.rgba();
}

test.each([sheet.width, Math.floor(sheet.width * 0.73), 211, 97, 30])(
  'gathered in slabs, %d pixels wide, a small print has no seams: it is the one gathered at once',
  (width) => {
    const made = makeSmallPrint(env, job, width);
    const whole = atOnce(width);
    expect([made.width, made.rgba.length]).toEqual([width, whole.length]);
    expect(made.rgba.reduce((most, v, k) => Math.max(most, Math.abs(v - whole[k]!)), 0)).toBeLessThanOrEqual(1);
  },
);

test('it tells how far it is, up to the end', () => {
  const shares: number[] = [];
  makeSmallPrint(env, job, 100, (share) => shares.push(share));
  expect(shares.every((share, k) => share > (shares[k - 1] ?? 0))).toBe(true);
  expect(shares.at(-1)).toBe(1);
});
