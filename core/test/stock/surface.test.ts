import {
  type Area,
  composeExact,
  createDisplayMeans,
  decodeSrgb,
  byteOfLight,
  FINISH_KINDS,
  isFlat,
  type Job,
  memorySource,
  planPass,
  planSurface,
  type PictureSource,
  plateKey,
  printingPasses,
  readJob,
  type Sheet,
  STOCK_PARAMS,
  stockLight,
  surfaceKey,
  TEXTURE_KINDS,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';

const [WIDTH, HEIGHT] = [360, 240];
const ramp = greyPicture(WIDTH, HEIGHT, (x) => (255 * x) / WIDTH);
const base = pixelJob(WIDTH, HEIGHT, { width: WIDTH, height: HEIGHT });
const sand = memorySource(
  24,
  16,
  4,
  Uint8Array.from({ length: 24 * 16 * 4 }, (_, k) => [200 - ((k >> 2) % 24), 170, 120 + ((k >> 2) % 16), 255][k % 4]!),
);
const pictures = (hash: string): PictureSource => (hash === 'b'.repeat(64) ? sand : ramp);
const env = { kernels, pictures };
const whole: Area = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };

const withSheet = (change: Partial<Sheet>): Job => ({ ...base, sheet: { ...base.sheet, ...change } });
const withTexture = (texture: string, more: object = {}): Job =>
  withSheet({ stock: { ...base.sheet.stock, colour: '#c8b48c', texture, ...more } });
const withFinish = (name: string, more: object = {}): Job =>
  withSheet({ finish: { ...base.sheet.finish, [name]: { ...base.sheet.finish[name as 'dust'], on: true, ...more } } });

function printed(job: Job, area: Area = whole, passes = printingPasses(job)): Uint8Array {
  const plates = passes.map((p) => planPass(env, job, p).plate.read(area));
  return composeExact(kernels, job.sheet, passes, plates, area, planSurface(env, job));
}

/** Mean light of a print's red, green and blue. */
function meanLight(rgba: Uint8Array): number[] {
  return [0, 1, 2].map((c) => {
    let sum = 0;
    for (let k = c; k < rgba.length; k += 4) sum += decodeSrgb(rgba[k]! / 255);
    return (4 * sum) / rgba.length;
  });
}

const SURFACES: readonly (readonly [string, Job])[] = [
  ...TEXTURE_KINDS.map(({ name }) => [name, withTexture(name)] as const),
  ...FINISH_KINDS.map(({ name }) => [name, withFinish(name)] as const),
  ['a run', withSheet({ ground: { ...base.sheet.ground, run: 'radial' } })],
  [
    'a stock picture',
    {
      ...withSheet({ ground: { ...base.sheet.ground, picture: 'sand', takes: 'colour', amount: 0.8 } }),
      pictures: [...base.pictures, { ...base.pictures[0]!, id: 'sand', hash: 'b'.repeat(64), width: 24, height: 16 }],
    },
  ],
];

test.each(TEXTURE_KINDS.map((t) => t.name))('%s keeps the light of the stock on the whole, and can be seen', (name) => {
  const bare = printed({ ...withTexture(name), passes: [] });
  const stock = stockLight(withTexture(name).sheet.stock);
  meanLight(bare).forEach((light, c) => {
    expect(light / stock[c]!).toBeGreaterThan(0.93);
    expect(light / stock[c]!).toBeLessThan(1.05);
  });
  expect(new Set(bare.filter((_, k) => k % 4 === 1)).size).toBeGreaterThan(6);
  // None of it is the same with another seed, and all of it with the same one.
  const other = printed({ ...withTexture(name, { textureSeed: 8 }), passes: [] });
  expect(Buffer.from(other).equals(Buffer.from(bare))).toBe(false);
  expect(Buffer.from(printed({ ...withTexture(name), passes: [] })).equals(Buffer.from(bare))).toBe(true);
});

test.each(SURFACES)('%s is the same however the sheet is cut, and leaves the plates alone', (_, job) => {
  const all = printed(job);
  for (const area of [
    { x: 0, y: 0, width: WIDTH, height: 64, step: 1 },
    { x: 128, y: 77, width: 136, height: 90, step: 1 },
    { x: 8, y: 3, width: 352, height: 230, step: 7 },
  ]) {
    const part = printed(job, area);
    const rows = Math.ceil(area.height / area.step);
    for (let k = 0; k < rows; k++) {
      const at = 4 * ((area.y + k * area.step) * WIDTH + area.x);
      const row = Buffer.from(part.subarray(4 * k * area.width, 4 * (k + 1) * area.width));
      expect(row.equals(Buffer.from(all.subarray(at, at + 4 * area.width)))).toBe(true);
    }
  }
  expect(plateKey(job, job.passes[0]!)).toBe(plateKey(base, base.passes[0]!));
  const hidden = { ...job, sheet: { ...job.sheet, ground: { ...job.sheet.ground, shown: false } } };
  const run = job.sheet.ground.run !== 'flat';
  expect(isFlat(planSurface(env, hidden))).toBe(!run);
  expect(surfaceKey(planSurface(env, hidden, true))).toBe(surfaceKey(planSurface(env, job)));
});

test('ink lies on a textured stock as it lies on a flat one: light beneath times what the ink lets through', () => {
  const job = withTexture('kraft');
  const bare = printed({ ...job, passes: [] });
  const inked = printed(job);
  const plain = printed(withTexture('none'));
  const stock = stockLight(job.sheet.stock);
  let most = 0;
  for (let k = 0; k < inked.length; k += 4) {
    for (let c = 0; c < 3; c++) {
      const through = decodeSrgb(plain[k + c]! / 255) / stock[c]!;
      most = Math.max(most, Math.abs(inked[k + c]! - byteOfLight(through * decodeSrgb(bare[k + c]! / 255))));
    }
  }
  expect(most).toBeLessThanOrEqual(2);
});

test('a view of a textured print is the mean of its pixels', () => {
  const job = withTexture('canvas');
  const passes = printingPasses(job);
  const plates = passes.map((p) => planPass(env, job, p).plate.read(whole));
  const surface = planSurface(env, job);
  const all = composeExact(kernels, job.sheet, passes, plates, whole, surface);
  const grid = { scale: 1 / 8, originX: 0, originY: 0, width: WIDTH / 8, first: 0, rows: HEIGHT / 8 };
  const means = createDisplayMeans(kernels, job.sheet, passes, grid, surface);
  means.add(whole, plates);
  means.rgba().forEach((byte, at) => {
    const [c, d] = [at % 4, at >> 2];
    if (c === 3) return;
    const [x0, y0] = [8 * (d % (WIDTH / 8)), 8 * Math.floor(d / (WIDTH / 8))];
    let sum = 0;
    for (let y = y0; y < y0 + 8; y++)
      for (let x = x0; x < x0 + 8; x++) sum += decodeSrgb(all[4 * (y * WIDTH + x) + c]! / 255);
    if (Math.abs(byte - byteOfLight(sum / 64)) > 1) throw new Error(`Display pixel ${d} is ${byte}.`);
  });
});

test('a stock picture in colour takes the place of the stock, and in grey darkens it', () => {
  const ground = { ...base.sheet.ground, picture: 'sand', amount: 1 };
  const withSand = (takes: string): Job => ({
    ...SURFACES.at(-1)![1],
    sheet: { ...base.sheet, stock: { ...base.sheet.stock, colour: '#80c0ff' }, ground: { ...ground, takes } },
    passes: [],
  });
  const [colour, grey] = [printed(withSand('colour')), printed(withSand('grey'))];
  const at = 4 * (120 * WIDTH + 180);
  expect(Math.abs(colour[at]! - 188)).toBeLessThanOrEqual(4);
  expect(Math.abs(colour[at + 1]! - 170)).toBeLessThanOrEqual(2);
  // In grey the hue of the stock stays.
  expect(grey[at]! < grey[at + 1]! && grey[at + 1]! < grey[at + 2]!).toBe(true);
  expect(grey[at + 2]!).toBeLessThan(255);
});

test('old jobs keep what they showed: textures were seen off the press alone', () => {
  const { ground: _ground, finish: _finish, ...sheet } = withTexture('paper').sheet;
  expect(readJob({ ...base, version: 5, sheet }).sheet.ground.shown).toBe(false);
  const { ground: _, finish: __, ...plain } = base.sheet;
  expect(readJob({ ...base, version: 5, sheet: plain }).sheet.ground.shown).toBe(true);
  expect(() => readJob(withTexture('velvet'))).toThrow('"sheet.stock.texture"');
  expect(STOCK_PARAMS.texture.options).toHaveLength(TEXTURE_KINDS.length + 1);
});
