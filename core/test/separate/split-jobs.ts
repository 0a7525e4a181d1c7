import {
  createPass,
  planPass,
  createSeparation,
  fillOf,
  withFill,
  type Job,
  memorySource,
  type Pass,
  type PictureSource,
  plainInk,
  plainStock,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';

export const SIDE = 200;

/** A picture from a function of its pixels: r, g, b, alpha as bytes. */
export function picture(value: (x: number, y: number) => readonly [number, number, number, number]): PictureSource {
  const bytes = new Uint8Array(SIDE * SIDE * 4);
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) bytes.set(value(x, y), 4 * (y * SIDE + x));
  return memorySource(SIDE, SIDE, 4, bytes);
}

/** A job that splits a picture into some inks, with a base when asked. */
export function splitJob(
  source: PictureSource,
  inks: readonly string[],
  stock: string,
  change: object,
  base = false,
): Job {
  const start = pixelJob(SIDE, SIDE, source);
  const separation = createSeparation('s', 'Split');
  const pass = (k: number, part: 'ink' | 'base', colour: string, opacity: number): Pass => {
    const made = createPass(`${part}${k}`, k, 'a');
    return {
      ...withFill(made, { feed: { ...fillOf(made).feed, part, separation: 's' } }),
      ink: { ...plainInk(colour, colour), opacity },
    };
  };
  return {
    ...start,
    sheet: { ...start.sheet, stock: plainStock('Stock', stock) },
    separations: [{ ...separation, settings: { ...separation.settings, ...change } }],
    passes: [...(base ? [pass(9, 'base', '#ffffff', 1)] : []), ...inks.map((c, k) => pass(k, 'ink', c, 0))],
  };
}

export function plateOf(job: Job, source: PictureSource, id: string): (x: number, y: number) => number {
  const pass = job.passes.find((p) => p.id === id)!;
  const chain = planPass({ kernels, pictures: () => source }, job, pass);
  const plate = chain.plate.read({ x: 0, y: 0, width: SIDE, height: SIDE, step: 1 });
  chain.release();
  if (!('stride' in plate)) throw new Error('One bit was asked.');
  return (x, y) => (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
}

/** Share of ink in a box of pixels. */
export function share(ink: (x: number, y: number) => number, x0: number, y0: number, w: number, h: number): number {
  let sum = 0;
  for (let y = y0; y < y0 + h; y++) for (let x = x0; x < x0 + w; x++) sum += ink(x, y);
  return sum / (w * h);
}
