import {
  DEFAULT_SHEET,
  bitAt,
  type Bitmap,
  createFill,
  createJob,
  type Fill,
  isBitmap,
  type Job,
  newPart,
  newStencil,
  type Picture,
  plainStock,
  planPass,
  type PictureLookup,
  type Plate,
  sheetPixels,
  type Stencil,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';

export const NO_PICTURES: PictureLookup = () => null;

export const rectangle = (id: string, x: number, y: number, width: number, height: number): Stencil =>
  newStencil(id, id, [newPart('a', 'rectangle', { x, y, width, height })]);

/** A fill of a flat tint 0..1. */
export const tinted = (id: string, tint: number, change: Partial<Fill> = {}): Fill => {
  const fill = createFill(id, null);
  return { ...fill, feed: { ...fill.feed, part: 'tint', tint }, ...change };
};

/** A job of one pass, 40 × 30 mm at 254 ppi: ten pixels a millimetre. */
export function fillJob(
  fills: readonly [Fill, ...Fill[]],
  stencils: readonly Stencil[],
  pictures: readonly Picture[] = [],
): Job {
  const job = createJob('fills', 'p');
  return {
    ...job,
    sheet: { ...DEFAULT_SHEET, width: 40, height: 30, bleed: 0, ppi: 254, stock: plainStock('White', '#ffffff') },
    pictures,
    stencils,
    passes: [{ ...job.passes[0]!, fills }],
  };
}

export function plateOf(job: Job, pictures: PictureLookup = NO_PICTURES, k = 0): Plate {
  const plan = planPass({ kernels, pictures }, job, job.passes[k]!);
  const { width, height } = sheetPixels(job.sheet);
  const plate = plan.plate.read({ x: 0, y: 0, width, height, step: 1 });
  plan.release();
  return plate;
}

export function bitsOf(job: Job, pictures: PictureLookup = NO_PICTURES, k = 0): Bitmap {
  const plate = plateOf(job, pictures, k);
  if (!isBitmap(plate)) throw new Error('The plate has levels.');
  return plate;
}

/** Share of ink in a box of mm, on a sheet of ten pixels a millimetre. */
export function inkIn(plate: Bitmap, x: number, y: number, width: number, height: number): number {
  let ink = 0;
  for (let py = 10 * y; py < 10 * (y + height); py++) {
    for (let px = 10 * x; px < 10 * (x + width); px++) ink += bitAt(plate, px, py);
  }
  return ink / (100 * width * height);
}
