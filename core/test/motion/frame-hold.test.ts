import {
  createFrameMemory,
  type FrameMemory,
  flickerShare,
  type Job,
  jobAtFrame,
  type PictureLookup,
  printBands,
  printingPasses,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { screenOf } from '../screens.ts';
import { clipFrames, clipJob, moving, key, track } from './moving-jobs.ts';

const [WIDTH, HEIGHT, FRAMES] = [200, 150, 8];

/** A grey run on which a dark square moves in the upper half; below it nothing moves. */
const square = (frame: number, x: number, y: number): number =>
  Math.abs(x - 30 - 16 * frame) < 14 && Math.abs(y - 30) < 14 ? 30 : 90 + (100 * x) / WIDTH;
const frames = clipFrames(WIDTH, HEIGHT, FRAMES, square);

const grain = (method: string) => clipJob(WIDTH, HEIGHT, FRAMES, 1, { screen: screenOf('grain', { method }) });

/** The plates of all frames, printed one after the other. */
function platesOf(job: Job, pictures: PictureLookup, memory?: FrameMemory): Uint8Array[] {
  return Array.from({ length: FRAMES }, (_, n) => {
    const still = jobAtFrame(job, n);
    const bands = [...printBands({ kernels, pictures, memory }, still, printingPasses(still))];
    return Buffer.concat(bands.map(({ plates }) => plates[0]!.data));
  });
}

const stride = WIDTH / 8;
const bit = (plate: Uint8Array, x: number, y: number) => (plate[y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
const ink = (plate: Uint8Array) => plate.reduce((sum, byte) => sum + byte.toString(2).replaceAll('0', '').length, 0);

describe.each(['floyd-steinberg', 'jarvis-judice-ninke', 'curve'])('diffusion by %s', (method) => {
  const known = () => platesOf(grain(method), frames);

  test('boils below what moves when nothing is held, and does not with hold', () => {
    const free = known();
    const held = platesOf(grain(method), frames, createFrameMemory(0, true));
    let [boiling, moved] = [0, 0];
    for (let n = 1; n < FRAMES; n++) {
      for (let y = 0; y < HEIGHT; y++) {
        for (let x = 0; x < WIDTH; x++) {
          if (square(n, x, y) !== square(n - 1, x, y)) continue;
          if (bit(free[n]!, x, y) !== bit(free[n - 1]!, x, y)) boiling++;
          if (bit(held[n]!, x, y) !== bit(held[n - 1]!, x, y)) moved++;
        }
      }
    }
    expect(moved).toBe(0);
    expect(boiling).toBeGreaterThan(500);
  });

  test('held frames have the ink that free ones have, to a percent, and begin with the same one', () => {
    const free = known();
    const held = platesOf(grain(method), frames, createFrameMemory(0, true));
    expect(held[0]).toEqual(free[0]);
    for (let n = 1; n < FRAMES; n++) expect(Math.abs(ink(held[n]!) / ink(free[n]!) - 1)).toBeLessThan(0.01);
  });
});

test('flicker is measured: how many of the pixels standing still changed', () => {
  const free = createFrameMemory(0, false);
  const plates = platesOf(grain('floyd-steinberg'), frames, free);
  expect(plates).toEqual(platesOf(grain('floyd-steinberg'), frames));
  let [still, changed] = [0, 0];
  for (let n = 1; n < FRAMES; n++)
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++) {
        if (square(n, x, y) !== square(n - 1, x, y)) continue;
        still++;
        if (bit(plates[n]!, x, y) !== bit(plates[n - 1]!, x, y)) changed++;
      }
  expect(free.flicker).toEqual({ still, changed });
  expect(flickerShare(free.flicker)).toBeCloseTo(changed / still, 12);
  const held = createFrameMemory(0, true);
  platesOf(grain('floyd-steinberg'), frames, held);
  expect(flickerShare(held.flicker)).toBe(0);
});

test('small changes count as none where that is asked, and add up until they count', () => {
  // The whole frame grows lighter by one code in each.
  const fading = clipFrames(WIDTH, HEIGHT, FRAMES, (n, x) => 90 + n + (60 * x) / WIDTH);
  const held = platesOf(grain('floyd-steinberg'), fading, createFrameMemory(0.02, true));
  expect(held[1]).toEqual(held[0]);
  expect(held.at(-1)).not.toEqual(held[0]);
});

test('nothing is held where a setting moves the dots themselves', () => {
  const job = moving(grain('floyd-steinberg'), [track('screen.seed', [key(0, 1), key(0.5, 2)])], {
    rate: FRAMES,
    seconds: 1,
  });
  const plain = clipFrames(WIDTH, HEIGHT, FRAMES, (_, x) => 90 + (60 * x) / WIDTH);
  const held = platesOf(job, plain, createFrameMemory(0, true));
  expect(held[5]).toEqual(platesOf(job, plain)[5]);
});

test('screens whose dots depend on their own tone alone are left as they are', () => {
  const memory = createFrameMemory(0, true);
  const job = clipJob(WIDTH, HEIGHT, FRAMES, 1);
  expect(platesOf(job, frames, memory)).toEqual(platesOf(job, frames));
  expect(memory.bands.size).toBe(0);
});
