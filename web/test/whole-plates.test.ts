import {
  createJob,
  fillOf,
  planPass,
  withFill,
  createKernels,
  type Job,
  memorySource,
  packRows,
  type Pass,
  plateKey,
  sheetPixels,
  filePicture,
} from '@chromatype/core';
import { jest } from '@jest/globals';
import { SheetEngine } from '../src/engine/sheet-engine.ts';

/** A maker whose work is let on step by step. */
interface Making {
  readonly pass: string;
  told(share: number): boolean | Promise<boolean>;
  done(plate: object | null): void;
}
const making: Making[] = [];
const given: string[] = [];
/** Passes and threads whose part of a shared plate was asked for. */
const sharing: [string, number][] = [];
const maker = {
  whole: (_job: Job, pass: Pass, told: Making['told']) =>
    new Promise((done) => making.push({ pass: pass.id, told, done })),
  sharePlate: (_job: Job, pass: Pass, _shared: object, thread: number) => {
    sharing.push([pass.id, thread]);
    return Promise.resolve(true);
  },
};
const addWhole = async (key: string) => {
  given.push(key);
};
jest.unstable_mockModule('../src/engine/pool.ts', () => ({
  enginePool: () => ({ maker, helper: maker, addWhole }),
}));
const { leaveWholes, makeWholes, resumeWhole, stopWhole, useWholePlates, wholesOf } = await import(
  '../src/engine/whole-plates.ts'
);

const tick = () => new Promise((resolve) => setTimeout(resolve, 5));

function jobWith(method: string, serpentine = true): Job {
  const base = createJob('x', 'a');
  const pass = base.passes[0]!;
  const { screen } = fillOf(pass);
  const grain = { ...screen.grain, method, serpentine };
  return { ...base, passes: [withFill(pass, { screen: { ...screen, family: 'grain', grain } })] };
}
const keyOf = (job: Job) => plateKey(job, job.passes[0]!);
const stateOf = (job: Job) => useWholePlates.getState().byKey[keyOf(job)]?.state;

beforeEach(() => {
  making.length = 0;
  given.length = 0;
  sharing.length = 0;
  useWholePlates.setState({ byKey: {} });
});

test('only methods that go downwards need their plate whole', () => {
  expect(wholesOf(jobWith('stucki'))).toHaveLength(1);
  expect(wholesOf(jobWith('direct-binary-search'))).toHaveLength(1);
  expect(wholesOf(jobWith('blue-noise'))).toHaveLength(0);
  expect(wholesOf(createJob('x', 'a'))).toHaveLength(0);
});

test('a plate is made once, with its progress told, and given to every worker', async () => {
  const job = jobWith('stucki');
  makeWholes(job, 'open');
  makeWholes(job, 'open');
  await tick();
  expect(making).toHaveLength(1);
  expect(making[0]!.told(0.4)).toBe(true);
  expect(useWholePlates.getState().byKey[keyOf(job)]).toMatchObject({ state: 'making', share: 0.4 });
  making[0]!.done({ width: 1, height: 1, levels: 0, buffer: new SharedArrayBuffer(1) });
  await tick();
  expect(stateOf(job)).toBe('ready');
  expect(given).toEqual([keyOf(job)]);
  makeWholes(job, 'open');
  await tick();
  expect(making).toHaveLength(1);
});

test('what is no longer needed is given up, and the newer one made', async () => {
  const [old, next] = [jobWith('stucki'), jobWith('burkes')];
  makeWholes(old, 'open');
  await tick();
  makeWholes(next, 'open');
  expect(making[0]!.told(0.2)).toBe(false);
  making[0]!.done(null);
  await tick();
  expect(stateOf(old)).toBeUndefined();
  expect(making).toHaveLength(2);
  making[1]!.done({ width: 1, height: 1, levels: 0, buffer: new SharedArrayBuffer(1) });
  await tick();
  expect(stateOf(next)).toBe('ready');
});

test('two sheets beside each other do not give up what the other needs, until one leaves', async () => {
  const [open, other] = [jobWith('stucki'), jobWith('burkes')];
  makeWholes(open, 'open');
  await tick();
  makeWholes(other, 'beside');
  expect(making[0]!.told(0.2)).toBe(true);
  making[0]!.done({ width: 1, height: 1, levels: 0, buffer: new SharedArrayBuffer(1) });
  await tick();
  expect(stateOf(open)).toBe('ready');
  expect(making[1]!.told(0.2)).toBe(true);
  leaveWholes('beside');
  expect(making[1]!.told(0.3)).toBe(false);
  making[1]!.done(null);
  await tick();
  expect(stateOf(other)).toBeUndefined();
});

test('Cancel stops it and it stays stopped, until it is taken up again', async () => {
  const job = jobWith('sierra-3');
  makeWholes(job, 'open');
  await tick();
  stopWhole(keyOf(job));
  expect(making[0]!.told(0.5)).toBe(false);
  making[0]!.done(null);
  await tick();
  makeWholes(job, 'open');
  await tick();
  expect([stateOf(job), making.length]).toEqual(['stopped', 1]);
  resumeWhole(job, keyOf(job), 'open');
  await tick();
  expect([stateOf(job), making.length]).toEqual(['making', 2]);
  making[1]!.done(null);
  await tick();
});

test('left to right Floyd–Steinberg is made by two workers together', async () => {
  const job = jobWith('floyd-steinberg', false);
  makeWholes(job, 'open');
  await tick();
  expect(making).toHaveLength(0);
  expect(sharing).toEqual([
    ['a', 0],
    ['a', 1],
  ]);
  expect(given).toEqual([keyOf(job)]);
  expect(stateOf(job)).toBe('ready');
});

test('an engine shows a first look of such a plate until it is given the whole, and then its very pixels', () => {
  const side = 300;
  const buffer = new SharedArrayBuffer(side * side);
  new Uint8Array(buffer).forEach((_, k, all) => {
    all[k] = 128 + 100 * Math.sin((k % side) / 20) * Math.cos(k / side / 31);
  });
  const base = jobWith('floyd-steinberg');
  const first = base.passes[0]!;
  const pass = withFill(first, { feed: { ...fillOf(first).feed, picture: 'p' } });
  const pictures = [filePicture({ id: 'p', name: 'p', hash: 'h', width: side, height: side })];
  const job: Job = { ...base, sheet: { ...base.sheet, width: 90, height: 90 }, pictures, passes: [pass] };
  const engine = new SheetEngine();
  engine.addPicture({ hash: 'h', width: side, height: side, channels: 1, buffer });
  const kernels = createKernels();
  const source = memorySource(side, side, 1, new Uint8Array(buffer));
  const { width, height } = sheetPixels(job.sheet);
  const view = { scale: 1, originX: 0, originY: 300, width: 400, height: 300 };
  const slab = { job, view, first: 0, rows: 300, step: 1, draft: false };
  const light = () => engine.exact(slab).flatMap((piece) => [...piece.rgba]);
  const look = light();
  engine.addWhole(plateKey(job, pass), {
    width,
    height,
    stride: (width + 7) >> 3,
    data: packRows(kernels, job, pass, () => source),
  });
  const settled = light();
  const whole = planPass({ kernels, pictures: () => source }, job, pass).plate.read({
    x: 0,
    y: 0,
    width,
    height,
    step: 1,
  });
  const mean = (pixels: readonly number[]) => pixels.reduce((a, b) => a + b, 0) / pixels.length;
  expect(settled).not.toEqual(look);
  expect(Math.abs(mean(settled) - mean(look))).toBeLessThan(2);
  const [piece] = engine.exact(slab);
  let different = 0;
  for (let y = 0; y < piece!.height; y++) {
    for (let x = 0; x < piece!.width; x++) {
      const at = (piece!.y + y) * ((width + 7) >> 3) + ((piece!.x + x) >> 3);
      const ink = (whole.data[at]! >> (7 - ((piece!.x + x) & 7))) & 1;
      if ((piece!.rgba[4 * (y * piece!.width + x)]! < 128 ? 1 : 0) !== ink) different++;
    }
  }
  expect(different).toBe(0);
});
