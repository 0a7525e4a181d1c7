import {
  fillOf,
  planPass,
  withFill,
  isBitmap,
  paintShare,
  type PaintStroke,
  plateKey,
  readJob,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { screenOf } from '../screens.ts';

const stroke = (does: PaintStroke['does'], points: number[], part: Partial<PaintStroke> = {}): PaintStroke => ({
  does,
  size: 10,
  hardness: 1,
  strength: 1,
  points,
  ...part,
});
const AREA = { x: 0, y: 0, width: 100, height: 100, step: 1 };

test('a hard dot is full inside and nothing outside; a soft one fades', () => {
  const hard = paintShare([stroke('darken', [50, 50, 1])], AREA, 1)!;
  expect(hard[50 * 100 + 50]).toBe(1);
  expect(hard[50 * 100 + 53]).toBe(1);
  expect(hard[50 * 100 + 56]).toBe(0);
  const soft = paintShare([stroke('darken', [50, 50, 1], { hardness: 0, size: 20 })], AREA, 1)!;
  const run = [50, 53, 56, 59].map((x) => soft[50 * 100 + x]!);
  expect(run).toEqual([...run].sort((a, b) => b - a));
  expect(run[3]).toBeLessThan(0.1);
});

test('one stroke over itself does not add up; pressure and strength weaken it', () => {
  const twice = paintShare([stroke('darken', [20, 50, 1, 80, 50, 1, 20, 50, 1], { strength: 0.4 })], AREA, 1)!;
  expect(twice[50 * 100 + 50]).toBeCloseTo(0.4, 6);
  const light = paintShare([stroke('lighten', [20, 50, 0.5, 80, 50, 0.5], { strength: 0.6 })], AREA, 1)!;
  expect(light[50 * 100 + 50]).toBeCloseTo(-0.3, 6);
});

test('strokes act in their order, and erasing brings the tone back', () => {
  const line = [20, 50, 1, 80, 50, 1];
  const both = paintShare([stroke('darken', line), stroke('lighten', line, { strength: 0.5 })], AREA, 1)!;
  expect(both[50 * 100 + 50]).toBeCloseTo(0, 6);
  const erased = paintShare([stroke('darken', line), stroke('erase', [50, 50, 1])], AREA, 1)!;
  expect([erased[50 * 100 + 50], erased[50 * 100 + 25]]).toEqual([0, 1]);
});

test('any part of the sheet, any resolution: the same paint', () => {
  const strokes = [stroke('darken', [3, 3, 1, 9, 6, 0.4], { size: 3, hardness: 0.3 })];
  const whole = paintShare(strokes, { ...AREA, width: 150, height: 100 }, 10)!;
  const part = paintShare(strokes, { x: 40, y: 30, width: 50, height: 33, step: 3 }, 10)!;
  const same = part.every((v, k) => v === whole[(30 + 3 * Math.floor(k / 50)) * 150 + 40 + (k % 50)]);
  expect(same).toBe(true);
  expect(paintShare(strokes, { x: 120, y: 90, width: 20, height: 10, step: 1 }, 10)).toBeNull();
});

test.each([
  ['dots', screenOf('dots', {})],
  ['dots, one tone a cell', screenOf('dots', {}, { oneTone: true })],
  ['lines by hand', screenOf('lines', { wobble: 0.2 })],
  ['grain', screenOf('grain', { method: 'floyd-steinberg' })],
  [
    'grain to a palette',
    screenOf('grain', { method: 'floyd-steinberg', prints: 'palette', palette: ['#000000', '#ffffff'] }),
  ],
])('%s: what is painted solid prints solid, what is painted bare stays bare, the rest as it was', (name, screen) => {
  const source = greyPicture(300, 300, () => 150);
  const mm = (px: number) => (px * 25.4) / 300;
  const paint = [
    stroke('darken', [mm(75), mm(150), 1], { size: mm(100) }),
    stroke('lighten', [mm(225), mm(150), 1], { size: mm(100) }),
  ];
  const inkOf = (part: object) => {
    const job = pixelJob(300, 300, source, { tone: { meaning: 'even', ...part }, screen });
    const chain = planPass({ kernels, pictures: () => source }, readJob(job), job.passes[0]!);
    const plate = chain.plate.read({ x: 0, y: 0, width: 300, height: 300, step: 1 });
    chain.release();
    const at = (x: number, y: number) =>
      isBitmap(plate) ? (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1 : 1 - plate.data[y * 300 + x]!;
    return (x0: number, y0: number, side: number) => {
      let ink = 0;
      for (let y = y0; y < y0 + side; y++) for (let x = x0; x < x0 + side; x++) ink += at(x, y);
      return ink / (side * side);
    };
  };
  const [plain, painted] = [inkOf({}), inkOf({ paint })];
  // One tone a cell averages the paint's edge too: look well inside.
  expect(painted(60, 135, 30)).toBe(1);
  expect(painted(210, 135, 30)).toBe(0);
  if (!name.startsWith('grain')) expect(painted(0, 0, 300) - plain(0, 0, 300)).not.toBe(0);
  expect(painted(0, 0, 60)).toBeCloseTo(plain(0, 0, 60), 2);
});

test('paint is part of what a plate depends on', () => {
  const source = greyPicture(10, 10, () => 0);
  const job = pixelJob(10, 10, source);
  const pass = job.passes[0]!;
  const painted = withFill(pass, { tone: { ...fillOf(pass).tone, paint: [stroke('darken', [1, 1, 1])] } });
  expect(plateKey(job, painted)).not.toBe(plateKey(job, pass));
});
