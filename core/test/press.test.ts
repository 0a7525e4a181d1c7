import {
  type Area,
  type Bitmap,
  bitAt,
  coverage,
  createBitmap,
  fillOf,
  planPass,
  withFill,
  isPressed,
  type Job,
  normalsOf,
  type Pass,
  PRESS_PARAMS,
  pressedPlate,
  type PressSettings,
} from '../src/index.ts';
import { greyPicture, pixelJob } from './jobs.ts';
import { kernels } from './plates.ts';

const SIDE = 240;
const mm = (px: number) => (px * 25.4) / 300;

/** A square of ink in the middle of the sheet. */
const square = (a: Area): Bitmap => {
  const out = createBitmap(a.width, a.height);
  for (let y = 0; y < a.height; y++) {
    for (let x = 0; x < a.width; x++) {
      const [u, v] = [a.x + x, a.y + y];
      if (u >= 80 && u < 160 && v >= 80 && v < 160) out.data[y * out.stride + (x >> 3)]! |= 128 >> (x & 7);
    }
  }
  return out;
};

const source = greyPicture(SIDE, SIDE, () => 128);

function withPress(change: Partial<PressSettings>): { job: Job; pass: Pass } {
  const press = { ...normalsOf(PRESS_PARAMS), ...change };
  const base = pixelJob(SIDE, SIDE, source);
  const pass = { ...base.passes[0]!, ink: { ...base.passes[0]!.ink, press } };
  return { job: { ...base, passes: [pass] }, pass };
}

const pressed = (change: Partial<PressSettings>, area: Area = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 }) =>
  pressedPlate({ ...withPress(change), plateOver: square }, area);

test('as planned nothing is pressed, and nothing changes', () => {
  expect(isPressed(normalsOf(PRESS_PARAMS))).toBe(false);
  expect(isPressed({ ...normalsOf(PRESS_PARAMS), dry: 0.1 })).toBe(true);
  const all = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 };
  expect(Buffer.compare(pressed({}).data, square(all).data)).toBe(0);
});

test('a shift moves every pixel by so many mm, to the right and down', () => {
  const moved = pressed({ shiftX: mm(9), shiftY: mm(-4) });
  for (const [x, y, ink] of [
    [88, 100, 0],
    [89, 100, 1],
    [168, 100, 1],
    [169, 100, 0],
    [120, 75, 0],
    [120, 76, 1],
    [120, 155, 1],
    [120, 156, 0],
  ] as const) {
    expect(bitAt(moved, x, y)).toBe(ink);
  }
});

test('a turn is counter-clockwise about the middle, a stretch goes across', () => {
  const turned = pressed({ turn: 2 });
  // The right edge rises, and so its top corner leans to the left.
  const rightAt = (b: Bitmap, y: number) => {
    let x = SIDE - 1;
    while (x > 0 && !bitAt(b, x, y)) x--;
    return x;
  };
  expect(rightAt(turned, 90)).toBeLessThan(rightAt(turned, 150));
  const stretched = pressed({ stretch: 10 });
  expect(rightAt(stretched, 120)).toBe(159);
  expect(rightAt(pressed({ stretch: 10, shiftX: mm(40) }), 120)).toBe(199);
  const wide = pressedPlate(
    {
      ...withPress({ stretch: 10 }),
      plateOver: (a) => {
        const out = createBitmap(a.width, a.height);
        out.data.fill(255);
        return out;
      },
    },
    { x: 0, y: 0, width: SIDE, height: 1, step: 1 },
  );
  expect(coverage(wide)).toBe(1);
});

test.each([{ starved: 0.5 }, { mottle: 1 }, { dry: 1 }] as const)(
  '%j takes ink away and adds none; areas fit each other',
  (change) => {
    const whole = pressed(change);
    const plain = coverage(pressed({}));
    expect(coverage(whole)).toBeLessThan(0.97 * plain);
    expect(coverage(whole)).toBeGreaterThan(0.2 * plain);
    for (let y = 0; y < SIDE; y += 7) if (bitAt(whole, 10, y)) throw new Error('Ink beside the mark.');
    const part = pressed(change, { x: 96, y: 100, width: 50, height: 40, step: 1 });
    const differs = Array.from({ length: 50 * 40 }, (_, k) => [k % 50, Math.floor(k / 50)] as const).filter(
      ([x, y]) => bitAt(part, x, y) !== bitAt(whole, 96 + x, 100 + y),
    );
    expect(differs).toEqual([]);
    // Another seed gives another print.
    expect(Buffer.compare(pressed({ ...change, seed: 2 }).data, whole.data)).not.toBe(0);
  },
);

test('dry edges spare the middle of a mark', () => {
  const dry = pressed({ dry: 1 });
  const share = (x0: number, x1: number) => {
    let ink = 0;
    for (let y = 90; y < 150; y++) for (let x = x0; x < x1; x++) ink += bitAt(dry, x, y);
    return ink / (60 * (x1 - x0));
  };
  expect(share(100, 140)).toBe(1);
  expect(share(80, 81)).toBeLessThan(0.6);
});

test('gain on the press: a tone of a half prints as more by so much', () => {
  const { job, pass } = withPress({ gain: 0.18 });
  const even = withFill(pass, { tone: { ...fillOf(pass).tone, meaning: 'even' } });
  const chain = planPass({ kernels, pictures: () => source }, job, even, { gain: pass.ink.press.gain });
  const plate = chain.plate.read({ x: 0, y: 0, width: SIDE, height: SIDE, step: 1 });
  chain.release();
  if (!('stride' in plate)) throw new Error('One bit was asked.');
  expect(coverage(plate)).toBeCloseTo(127 / 255 + 0.18, 2);
});

test('marks that are narrower than the press holds are lost, and wider ones keep their size', () => {
  const bars = (a: Area): Bitmap => {
    const out = createBitmap(a.width, a.height);
    for (let y = 0; y < a.height; y++) {
      for (let x = 0; x < a.width; x++) {
        // Lines of 2, 4 and 9 pixels, and a block.
        const u = a.x + x;
        const ink = (u >= 20 && u < 22) || (u >= 40 && u < 44) || (u >= 60 && u < 69) || (u >= 100 && u < 160);
        if (ink && a.y + y >= 50 && a.y + y < 150) out.data[y * out.stride + (x >> 3)]! |= 128 >> (x & 7);
      }
    }
    return out;
  };
  const all = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 };
  const off = pressedPlate({ ...withPress({ least: mm(5) }), plateOver: bars }, all);
  const wide = (from: number, to: number) =>
    Array.from({ length: to - from }, (_, k) => bitAt(off, from + k, 100)).reduce((a, b) => a + b, 0);
  expect(wide(15, 30)).toBe(0);
  expect(wide(35, 50)).toBe(0);
  expect(wide(55, 75)).toBe(9);
  expect(wide(95, 170)).toBe(60);
  // Areas fit each other.
  const lower = pressedPlate(
    { ...withPress({ least: mm(5) }), plateOver: bars },
    { x: 0, y: 140, width: SIDE, height: 40, step: 1 },
  );
  for (let y = 0; y < 40; y++) for (let x = 0; x < SIDE; x++) expect(bitAt(lower, x, y)).toBe(bitAt(off, x, y + 140));
});
