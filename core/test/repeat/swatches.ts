import {
  fillOf,
  isBitmap,
  type Job,
  makeSwatch,
  type Plate,
  type PictureSource,
  printingPasses,
  repeatRegion,
  type Screen,
  type Swatch,
  withFill,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { keptScreens } from '../kept-screens.ts';
import { kernels } from '../plates.ts';

/** A soft blob off the middle on a slope: no two edges of it are alike. */
export const BLOB = greyPicture(80, 60, (x, y) => Math.min(255, 40 + 2 * x + 4 * Math.hypot(x - 30, y - 34)));

/** A job of so many pixels at 300 ppi that prints the blob through a screen. */
export function blobJob(width: number, height: number, screen: Screen, repeat: Partial<Job['repeat']> = {}): Job {
  const job = pixelJob(width, height, { width: 80, height: 60 });
  const pass = job.passes[0]!;
  return {
    ...job,
    passes: [withFill(pass, { ...fillOf(pass), screen })],
    repeat: { ...job.repeat, fade: 3, ...repeat },
  };
}

/** The swatch of a job. */
export function swatchOf(job: Job, source: PictureSource | null = BLOB): Swatch {
  const env = { kernels, caches: keptScreens(), pictures: () => source };
  const making = makeSwatch(env, job, printingPasses(job), repeatRegion(job));
  let step = making.next();
  while (!step.done) {
    if (!(step.value >= 0 && step.value <= 1)) throw new Error(`A share of ${step.value} was told.`);
    step = making.next();
  }
  return step.value;
}

/** Ink 0..255 of every pixel of a plate. */
export function inkOf(plate: Plate): Uint8Array {
  const { width, height, data } = plate;
  return Uint8Array.from({ length: width * height }, (_, k) => {
    const [x, y] = [k % width, Math.floor(k / width)];
    return isBitmap(plate) ? 255 * ((data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1) : data[k]!;
  });
}

/** How many of a plate's pixels differ from the one so many pixels further on, round the edges. */
export function differsFrom(plate: Plate, dx: number, dy: number): number {
  const ink = inkOf(plate);
  const { width, height } = plate;
  let differ = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (ink[y * width + x] !== ink[((y + dy) % height) * width + ((x + dx) % width)]) differ++;
  return differ;
}

/** Pixels over which the ink of a screen is averaged to its tone: more than a cell of the screens in these tests. */
const CELL = 16;

/** The mean of so many values round each one of a row that closes on itself. */
function smoothed(row: readonly number[]): number[] {
  const { length } = row;
  let sum = 0;
  for (let k = 0; k < CELL; k++) sum += row[(k - CELL / 2 + length) % length]!;
  return row.map((_, k) => {
    const mean = sum / CELL;
    sum += row[(k + CELL / 2) % length]! - row[(k - CELL / 2 + length) % length]!;
    return mean;
  });
}

/** How much the tone of a plate changes over each of its columns, round the edge, 0..1; `down`: over its rows. */
function toneSteps(ink: ArrayLike<number>, width: number, height: number, down: boolean): number[] {
  const [columns, rows] = down ? [height, width] : [width, height];
  const at = (c: number, r: number) => (down ? ink[c * width + r]! : ink[r * width + c]!) / 255;
  const lines = Array.from({ length: rows }, (_, r) => smoothed(Array.from({ length: columns }, (__, c) => at(c, r))));
  const steps = new Array<number>(columns).fill(0);
  const across = Array.from({ length: columns }, (_, c) => smoothed(lines.map((line) => line[c]!)));
  for (let c = 0; c < columns; c++) {
    const [before, after] = [across[(c - CELL / 2 + columns) % columns]!, across[(c + CELL / 2) % columns]!];
    for (let r = 0; r < rows; r++) steps[c]! += Math.abs(after[r]! - before[r]!) / rows;
  }
  return steps;
}

/** The step of the tone over the seam less the largest one elsewhere: above 0 where a seam shows. */
export function seamExcess(ink: ArrayLike<number>, width: number, height: number, down = false): number {
  const all = toneSteps(ink, width, height, down);
  const near = all.filter((_, c) => c < 2 || c >= all.length - 2);
  const far = all.filter((_, c) => c >= CELL && c < all.length - CELL);
  return Math.max(...near) - Math.max(...far);
}
