import {
  type Area,
  type LightRows,
  NO_CACHES,
  type PrintEnv,
  planPass,
  DEFAULT_TONE,
  decodeSrgb,
  feedWeights,
  inkOfPlate,
  inkShares,
  LUMINANCE_WEIGHTS,
  memorySource,
  type Pass,
  type PictureSource,
  toneOfDarkness,
} from '../../src/index.ts';
import { greyPicture, lightReader, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';
import { screenOf } from '../screens.ts';

const SIDE = 96;

/** Light of the whole sheet, or of one area, under some tone settings. */
function lightOf(
  source: PictureSource,
  tone: Partial<Pass['tone']>,
  area = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 },
) {
  const job = pixelJob(SIDE, SIDE, source, { tone });
  const rows = lightReader(job, source, 'lightness')(area);
  expect(rows.depth).toBe(16);
  return rows.data as Uint16Array;
}

const next = random(3);
const NOISE = greyPicture(SIDE, SIDE, () => 255 * next());
const mm = (px: number) => (px * 25.4) / 300;

/** The same bell by plain sums in floating point, edges carried on. */
function plainBell(source: PictureSource, sigma: number): Float64Array {
  const reach = Math.ceil(4 * sigma);
  const light = Float64Array.from(source.read(0, SIDE), (v) => decodeSrgb(v / 255));
  const bell = Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-((k - reach) ** 2) / (2 * sigma * sigma)));
  const sum = bell.reduce((a, b) => a + b, 0);
  const pass = (from: Float64Array, dx: number, dy: number) =>
    Float64Array.from(from, (_, at) => {
      const [x, y] = [at % SIDE, Math.floor(at / SIDE)];
      const clamp = (v: number) => Math.min(SIDE - 1, Math.max(0, v));
      let total = 0;
      bell.forEach((w, k) => {
        total += w * from[clamp(y + dy * (k - reach)) * SIDE + clamp(x + dx * (k - reach))]!;
      });
      return total / sum;
    });
  return pass(pass(light, 1, 0), 0, 1);
}

test.each([0.5, 1.2, 1.9, 2.6, 5.3, 9])('softening is a bell of the asked width: %d px', (sigma) => {
  const found = lightOf(NOISE, { soften: mm(2 * sigma) });
  const wanted = plainBell(NOISE, sigma);
  // Away from the edges, where single pixels of noise are carried on.
  const edge = Math.ceil(3 * sigma);
  let worst = 0;
  let sum = 0;
  let count = 0;
  for (let y = edge; y < SIDE - edge; y++) {
    for (let x = edge; x < SIDE - edge; x++, count++) {
      const off = Math.abs(found[y * SIDE + x]! / 65535 - wanted[y * SIDE + x]!);
      worst = Math.max(worst, off);
      sum += off;
    }
  }
  // Wide bells are worked on a coarser grid; noise is the hardest case for that.
  expect(sum / count).toBeLessThan(1 / 255);
  expect(worst).toBeLessThan(sigma < 3 ? 0.004 : 3 / 255);
});

test.each([
  ['softened', { soften: mm(7) }],
  ['local contrast', { local: 0.8, localSize: mm(20) }],
  ['sharpened', { sharpen: 1.5, sharpenSize: mm(3) }],
  ['all of them', { soften: mm(3), local: -0.4, localSize: mm(30), sharpen: 1, sharpenSize: mm(4) }],
  ['in blocks', { blocks: 13, soften: mm(5) }],
])('%s: areas fit each other without a seam', (_name, tone) => {
  const whole = lightOf(NOISE, tone);
  for (const [x, y, width, height] of [
    [0, 0, 40, 30],
    [40, 0, 56, 30],
    [17, 30, 64, 66],
  ] as const) {
    const part = lightOf(NOISE, tone, { x, y, width, height, step: 1 });
    const same = part.every((code, k) => code === whole[(y + Math.floor(k / width)) * SIDE + x + (k % width)]);
    expect(same).toBe(true);
  }
});

test.each([{ soften: mm(4) }, { soften: mm(11) }, { sharpen: 1.5 }, { local: 0.7, sharpen: 1 }, { blocks: 9 }])(
  'the plate of %j is the same whether its light is kept or goes straight into kernel memory',
  (tone) => {
    const job = pixelJob(SIDE, SIDE, NOISE, { tone });
    const env = { kernels, pictures: () => NOISE };
    // A cache takes rows that can be kept.
    const caches = { ...NO_CACHES, light: (_key: string, _area: Area, make: () => LightRows) => make() };
    const plateBy = (read: PrintEnv) => {
      const plan = planPass(read, job, job.passes[0]!);
      const { data } = plan.plate.read({ x: 3, y: 5, width: 80, height: 70, step: 1 });
      plan.release();
      return [...data];
    };
    const kept = plateBy({ ...env, caches });
    expect(plateBy(env)).toEqual(kept);
    expect(new Set(kept).size).toBeGreaterThan(4);
  },
);

test('every third row is a first look of the same kind: flats stay flat', () => {
  const flat = greyPicture(SIDE, SIDE, () => 90);
  const area = { x: 0, y: 0, width: SIDE, height: SIDE, step: 3 };
  for (const tone of [{ soften: mm(9) }, { sharpen: 2 }, { local: 1 }, { blocks: 7 }]) {
    const rows = lightOf(flat, tone, area);
    expect(rows.length).toBe(SIDE * 32);
    expect(Math.max(...rows) - Math.min(...rows)).toBeLessThanOrEqual(2);
  }
});

test('sharpening pulls both sides of an edge apart; local contrast does so from further off', () => {
  const edge = greyPicture(SIDE, SIDE, (x) => (x < SIDE / 2 ? 100 : 160));
  const at = (codes: Uint16Array, x: number) => codes[48 * SIDE + x]!;
  const plain = lightOf(edge, { soften: 0.0001, sharpen: 0.0001 });
  const sharp = lightOf(edge, { sharpen: 1, sharpenSize: mm(4) });
  expect(at(sharp, 47)).toBeLessThan(at(plain, 47) - 300);
  expect(at(sharp, 48)).toBeGreaterThan(at(plain, 48) + 300);
  expect(Math.abs(at(sharp, 20) - at(plain, 20))).toBeLessThan(40);
  const local = lightOf(edge, { local: 1, localSize: mm(40) });
  expect(at(local, 30)).toBeLessThan(at(plain, 30) - 200);
});

test('blocks are squares of the mean light', () => {
  const found = lightOf(NOISE, { blocks: 8 });
  const bytes = NOISE.read(0, SIDE);
  for (const [bx, by] of [
    [0, 0],
    [3, 5],
    [7, 7],
  ] as const) {
    let sum = 0;
    for (let y = 0; y < 12; y++)
      for (let x = 0; x < 12; x++) sum += decodeSrgb(bytes[(by * 12 + y) * SIDE + bx * 12 + x]! / 255);
    const codes = [0, 5, 11].map((k) => found[(by * 12 + k) * SIDE + bx * 12 + k]!);
    expect(new Set(codes).size).toBe(1);
    expect(codes[0]! / 65535).toBeCloseTo(sum / 144, 3);
  }
});

describe('grey mix (linear light, IEC 61966-2-1)', () => {
  const rgb = memorySource(1, 1, 4, Uint8Array.of(200, 80, 30, 255));
  const light = (tone: Partial<Pass['tone']>, part: 'lightness' | 'r' = 'lightness') => {
    const job = pixelJob(1, 1, rgb, { tone });
    return lightReader(job, rgb, part)({ x: 0, y: 0, width: 1, height: 1, step: 1 }).data[0]! / 65535;
  };
  const [r, g, b] = [200, 80, 30].map((v) => decodeSrgb(v / 255)) as [number, number, number];
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;

  test('unmixed it is the luminance, with the standard weights', () => {
    expect(feedWeights('lightness').slice(0, 3)).toEqual([...LUMINANCE_WEIGHTS]);
    expect(light({})).toBeCloseTo(luminance, 4);
  });
  test('weights count as asked, negative ones too, brought to a sum of one', () => {
    expect(light({ mixR: 1, mixG: 0, mixB: 0 })).toBeCloseTo(r, 4);
    expect(light({ mixR: 2, mixG: 2, mixB: 0 })).toBeCloseTo((r + g) / 2, 4);
    expect(light({ mixR: 1.2, mixG: 0.2, mixB: -0.4 })).toBeCloseTo(Math.min(1, 1.2 * r + 0.2 * g - 0.4 * b), 4);
    expect(light({ mixR: -1, mixG: 2, mixB: 0 })).toBe(0);
  });
  test('without saturation every channel is the luminance; more moves it away', () => {
    expect(light({ saturation: 0 }, 'r')).toBeCloseTo(luminance, 3);
    expect(light({ saturation: 1.5 }, 'r')).toBeCloseTo(Math.min(1, luminance + 1.5 * (r - luminance)), 3);
  });
});

test('a compensated wedge, printed with that gain, measures what was wished within 1 %', () => {
  const steps = 11;
  const source = greyPicture(steps * 60, 60, (x) => 255 - Math.round((Math.floor(x / 60) * 255) / (steps - 1)));
  const gain = 0.2;
  const job = pixelJob(steps * 60, 60, source, { tone: { meaning: 'even', gain } });
  const chain = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
  const plate = chain.plate.read({ x: 0, y: 0, width: steps * 60, height: 60, step: 1 });
  chain.release();
  if (!('stride' in plate)) throw new Error('One bit was asked.');
  for (let k = 0; k < steps; k++) {
    let ink = 0;
    for (let y = 0; y < 60; y++)
      for (let x = 60 * k; x < 60 * (k + 1); x++)
        ink += (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
    const area = ink / 3600;
    const printed = area + gain * Math.sin(Math.PI * area);
    expect(Math.abs(printed - k / (steps - 1))).toBeLessThan(0.01);
  }
});

describe('curves that rise with light print like any other, on every kind of screen', () => {
  const VALLEY = [
    { x: 0, y: 1 },
    { x: 0.5, y: 0 },
    { x: 1, y: 1 },
  ];
  const side = 200;
  test.each([
    ['inverted', { invert: true }],
    ['a valley', { curve: VALLEY }],
    ['inverted, in steps', { invert: true, steps: 5 }],
  ])('%s', (_name, part) => {
    const tone = { ...DEFAULT_TONE, meaning: 'even', ...part };
    for (const screen of [
      screenOf('dots', {}),
      screenOf('grain', { method: 'blue-noise-64' }),
      screenOf('lines', { wobble: 0.1 }),
    ]) {
      for (const grey of [0, 60, 128, 200, 255]) {
        // Grey pictures come as 8-bit codes, colour ones as 16-bit light.
        const rgba = Uint8Array.from({ length: side * side * 4 }, (_, k) => (k % 4 === 3 ? 255 : grey));
        for (const source of [greyPicture(side, side, () => grey), memorySource(side, side, 4, rgba)]) {
          const job = pixelJob(side, side, source, { tone, screen });
          const chain = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
          const plate = chain.plate.read({ x: 0, y: 0, width: side, height: side, step: 1 });
          chain.release();
          const coverage = inkOfPlate(plate, inkShares(job.passes[0]!)) / (side * side);
          expect(Math.abs(coverage - toneOfDarkness(1 - grey / 255, tone))).toBeLessThan(0.012);
        }
      }
    }
  });
});
