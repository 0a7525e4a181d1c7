import {
  type Area,
  planPass,
  cutPlate,
  GRAIN_METHODS,
  isBitmap,
  type Plate,
  printBands,
  type Screen,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { screenOf } from '../screens.ts';

const [WIDTH, HEIGHT] = [203, 260];
const source = greyPicture(WIDTH, HEIGHT, (x, y) => 128 + 100 * Math.sin(x / 29) * Math.cos(y / 17));
const jobOf = (screen: Screen) => pixelJob(WIDTH, HEIGHT, source, { feed: { part: 'colour' }, screen });

function chainOf(screen: Screen, piecemeal = false) {
  const job = jobOf(screen);
  return planPass({ kernels, pictures: () => source }, job, job.passes[0]!, { piecemeal });
}

const whole: Area = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };
const same = (a: Plate, b: Plate) => Buffer.compare(a.data, b.data) === 0;

const PRINTS = [{}, { prints: 'levels', levels: 5 }, { prints: 'palette' }] as const;
const CASES = GRAIN_METHODS.flatMap(({ name }) =>
  PRINTS.flatMap((prints) => [1, 5].map((size) => [name, { ...prints, method: name, size }] as const)),
);

test.each(CASES)('%s %j: areas in any order and bands from the top are the whole plate', (_, grain) => {
  const screen = screenOf('grain', grain);
  const chain = chainOf(screen);
  const plate = chain.plate.read(whole);
  expect([plate.width, plate.height]).toEqual([WIDTH, HEIGHT]);
  for (const [x, y, width, height] of [
    [0, 0, 64, 40],
    [64, 130, 139, 130],
    [8, 20, 77, 63],
  ] as const) {
    expect(same(chain.plate.read({ x, y, width, height, step: 1 }), cutPlate(plate, x, y, width, height, 1))).toBe(
      true,
    );
  }
  chain.release();
  const job = jobOf(screen);
  const bands = [...printBands({ kernels, pictures: () => source }, job, job.passes)].map((b) => b.plates[0]!);
  expect(Buffer.concat(bands.map((b) => b.data)).equals(plate.data)).toBe(true);
});

test.each([1, 4, 13])('a grain of %d pixels is a square block of one value', (size) => {
  const chain = chainOf(screenOf('grain', { method: 'floyd-steinberg', prints: 'levels', levels: 9, size }));
  const plate = chain.plate.read(whole);
  chain.release();
  let mixed = 0;
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const corner = (y - (y % size)) * WIDTH + x - (x % size);
      if (plate.data[y * WIDTH + x] !== plate.data[corner]) mixed++;
    }
  }
  expect(mixed).toBe(0);
});

test('grain size in mm is the nearest whole pixel at the resolution of the sheet', () => {
  const inMm = chainOf(screenOf('grain', { size: 0.26, sizeIn: 'mm' }));
  const inPx = chainOf(screenOf('grain', { size: 3, sizeIn: 'px' }));
  expect(same(inMm.plate.read(whole), inPx.plate.read(whole))).toBe(true);
});

test('a first look at a part is of the same tone as the plate, without the rows above', () => {
  const screen = screenOf('grain', { method: 'floyd-steinberg' });
  const [first, settled] = [true, false].map((piecemeal) => {
    const chain = chainOf(screen, piecemeal);
    const plate = chain.plate.read({ x: 64, y: 120, width: 64, height: 64, step: 1 });
    chain.release();
    return plate;
  });
  if (!isBitmap(first!) || !isBitmap(settled!)) throw new Error('one bit a pixel');
  const ink = (plate: Plate) => plate.data.reduce((n, b) => n + b.toString(2).replaceAll('0', '').length, 0) / 4096;
  expect(Math.abs(ink(first) - ink(settled))).toBeLessThan(0.02);
  expect(same(first, settled)).toBe(false);
});
