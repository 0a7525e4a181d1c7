import {
  type CompiledScreen,
  countCache,
  filePicture,
  isBitmap,
  laysInk,
  NO_CACHES,
  PART_KINDS,
  planPass,
  type PrintEnv,
  printBands,
  readJob,
  remember,
  rowBytes,
  sheetPixels,
} from '../../src/index.ts';
import { KEPT_SOURCES } from '../kept/sources.ts';
import { kernels } from '../plates.ts';
import { EVERY_PART, everyFillJob } from './every-fill.ts';

const HASH = 'b'.repeat(64);
const job = readJob(everyFillJob(filePicture({ id: 'photo', name: 'photo', hash: HASH, width: 300, height: 200 })));
const { width, height } = sheetPixels(job.sheet);

const screens = countCache<CompiledScreen>(100);
/** Screens are compiled once for all tests; nothing else is kept. */
const env: PrintEnv = {
  kernels,
  pictures: (hash) => KEPT_SOURCES[hash] ?? null,
  caches: { ...NO_CACHES, screen: (key, make) => remember(screens, key, make) },
};

test('the job holds every kind of part', () => {
  expect([...EVERY_PART].sort()).toEqual(PART_KINDS.map((k) => k.name).sort());
});

describe.each(job.passes.map((pass) => [pass.name, pass] as const))('the plate of %s', (_, pass) => {
  const plan = planPass(env, job, pass);
  const whole = plan.plate.read({ x: 0, y: 0, width, height, step: 1 });
  const stride = rowBytes(whole);
  afterAll(() => plan.release());

  test('has ink of every fill that lays ink', () => {
    for (const fill of pass.fills.filter(({ over }) => laysInk(over))) {
      const alone = planPass(env, job, { ...pass, fills: [fill] });
      const { data } = alone.plate.read({ x: 0, y: 0, width, height, step: 1 });
      expect([fill.id, data.some((v) => v !== 0)]).toEqual([fill.id, true]);
      alone.release();
    }
  });

  test('does not depend on how the sheet is cut into bands', () => {
    for (const { y, plates } of printBands(env, job, [pass])) {
      const wanted = whole.data.subarray(y * stride, (y + plates[0]!.height) * stride);
      expect([y, Buffer.from(plates[0]!.data).equals(Buffer.from(wanted))]).toEqual([y, true]);
    }
    for (const rows of [1, 13, 64]) {
      for (let y = 0; y < height; y += 3 * rows) {
        const part = plan.plate.read({ x: 0, y, width, height: Math.min(rows, height - y), step: 1 });
        const wanted = whole.data.subarray(y * stride, (y + part.height) * stride);
        if (!Buffer.from(part.data).equals(Buffer.from(wanted))) throw new Error(`Rows ${y} to ${y + rows} differ.`);
      }
    }
  });

  test('does not depend on how the sheet is cut into blocks', () => {
    const other = planPass(env, job, pass);
    for (const [x, y] of [
      [0, 0],
      [128, 200],
      [400, 80],
      [640, 512],
    ] as const) {
      const part = other.plate.read({
        x,
        y,
        width: Math.min(160, width - x),
        height: Math.min(96, height - y),
        step: 1,
      });
      const valueAt = (data: Uint8Array, bytes: number, px: number, py: number) =>
        isBitmap(whole) ? (data[py * bytes + (px >> 3)]! >> (7 - (px & 7))) & 1 : data[py * bytes + px]!;
      let different = 0;
      for (let j = 0; j < part.height; j++) {
        for (let i = 0; i < part.width; i++) {
          if (valueAt(part.data, rowBytes(part), i, j) !== valueAt(whole.data, stride, x + i, y + j)) different++;
        }
      }
      expect([x, y, different]).toEqual([x, y, 0]);
    }
    other.release();
  });
});
