import {
  type Area,
  type Bend,
  bitAt,
  type Bitmap,
  fillOf,
  isBitmap,
  type Job,
  planPass,
  type PictureSource,
  type Plate,
  type Screen,
  withFill,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { keptScreens } from '../kept-screens.ts';
import { kernels } from '../plates.ts';

/** A one-pass job of `side` pixels at 300 ppi that prints one tint through a screen, bent. */
export function tintedJob(side: number, screen: Screen, tone: number, bend: readonly Bend[]): Job {
  const job = pixelJob(side, side, { width: 8, height: 8 }, { feed: { part: 'tint', tint: tone } });
  const pass = job.passes[0]!;
  return { ...job, passes: [withFill(pass, { ...fillOf(pass), screen, bend })] };
}

/** A job with other bends. */
export function withBends(job: Job, bend: readonly Bend[]): Job {
  const pass = job.passes[0]!;
  return { ...job, passes: [withFill(pass, { ...fillOf(pass), bend })] };
}

const caches = keptScreens();

/** The plate of the first pass of a job over an area, made as a plate is. */
export function plateOver(job: Job, area: Area, source: PictureSource | null = null, draft = false): Plate {
  const plan = planPass({ kernels, caches, pictures: () => source }, job, job.passes[0]!, { draft });
  try {
    plan.prepare();
    for (const _ of plan.begin());
    return plan.plate.read(area);
  } finally {
    plan.release();
  }
}

export const squareArea = (side: number): Area => ({ x: 0, y: 0, width: side, height: side, step: 1 });

/** The plate of the first pass as bits. */
export function bitsOf(job: Job, side: number, source: PictureSource | null = null): Bitmap {
  const plate = plateOver(job, squareArea(side), source);
  if (!isBitmap(plate)) throw new Error('This plate is not made of bits.');
  return plate;
}

/** The share of a window of a plate that is inked. */
export function coverageIn(plate: Bitmap, x0: number, y0: number, size: number): number {
  let ink = 0;
  for (let y = y0; y < y0 + size; y++) for (let x = x0; x < x0 + size; x++) ink += bitAt(plate, x, y);
  return ink / (size * size);
}
