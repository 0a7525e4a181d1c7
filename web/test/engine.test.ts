import {
  composeExact,
  countInk,
  createFill,
  createJob,
  createPass,
  fillOf,
  newPart,
  newStencil,
  planPass,
  withFill,
  type Job,
  memorySource,
  sheetPixels,
  filePicture,
  plainStock,
} from '@chromatype/core';
import { latestOnly } from '../src/engine/latest.ts';
import { mostInk } from '../src/engine/ink-map.ts';
import { pictureSample } from '../src/engine/picture-samples.ts';
import { reducePicture } from '../src/engine/reduce-picture.ts';
import { rampSample, screenSample } from '../src/engine/samples.ts';
import { BLOCK_HEIGHT, SheetEngine } from '../src/engine/sheet-engine.ts';

const SIDE = 700;
const buffer = new SharedArrayBuffer(SIDE * SIDE * 4);
const bytes = new Uint8Array(buffer);
for (let k = 0; k < SIDE * SIDE; k++) bytes.set([k % 256, (k >> 4) % 256, (k >> 9) % 256, 255], 4 * k);

function job(): Job {
  const base = createJob('x', 'a');
  return {
    ...base,
    sheet: { ...base.sheet, width: 90, height: 60 },
    pictures: [filePicture({ id: 'p', name: 'p', hash: 'h', width: SIDE, height: SIDE })],
    passes: ['a', 'b'].map((id, k) => {
      const pass = createPass(id, 0, 'p');
      const { feed, screen } = fillOf(pass);
      return withFill(pass, {
        feed: { ...feed, part: k ? 'r' : 'lightness' },
        screen: { ...screen, angle: 20 * k },
      });
    }),
  };
}

function engine(): SheetEngine {
  const made = new SheetEngine();
  made.addPicture({ hash: 'h', width: SIDE, height: SIDE, channels: 4, buffer });
  return made;
}

const sheet = sheetPixels(job().sheet);
/** The whole sheet printed in one piece, without blocks or memory. */
function direct(): Uint8Array {
  const made = engine();
  const area = { x: 0, y: 0, ...sheet, step: 1 };
  const plates = job().passes.map((pass) => {
    const pictures = () => memorySource(SIDE, SIDE, 4, bytes);
    return planPass({ kernels: made.kernels, pictures }, job(), pass).plate.read(area);
  });
  return composeExact(made.kernels, job().sheet, job().passes, plates, area);
}

const slab = (view: { scale: number; originX: number; originY: number }, first: number, rows: number) => ({
  job: job(),
  view: { width: 400, height: 300, ...view },
  first,
  rows,
  step: 1,
  draft: false,
});

test('blocks, made twice and from memory, are the pixels of the whole sheet', () => {
  const whole = direct();
  const made = engine();
  for (const turn of [1, 2]) {
    let [different, seen] = [0, 0];
    for (const [originX, originY] of [
      [0, 0],
      [600, 500],
    ] as const) {
      for (const piece of made.exact(slab({ scale: 1, originX, originY }, 0, 300))) {
        seen += piece.width * piece.height;
        for (let y = 0; y < piece.height; y++) {
          const from = ((piece.y + y) * sheet.width + piece.x) * 4;
          const mine = piece.rgba.subarray(y * piece.width * 4, (y + 1) * piece.width * 4);
          if (Buffer.compare(mine, whole.subarray(from, from + piece.width * 4)) !== 0) different++;
        }
      }
    }
    expect([turn, different]).toEqual([turn, 0]);
    expect(seen).toBeGreaterThan(sheet.width * 400);
  }
});

test('slabs of a reduced view are the mean of the sheet round each display pixel, its halves weighing 1, 3, 3, 1', () => {
  const whole = direct();
  const made = engine();
  const view = { scale: 0.25, originX: 30, originY: 20 };
  const linear = (v: number) => (v <= 10 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);
  let worst = 0;
  for (const [first, rows] of [
    [0, 50],
    [50, 1],
    [51, 107],
  ] as const) {
    const rgba = made.reduced(slab(view, first, rows));
    expect(rgba).toHaveLength(400 * rows * 4);
    for (let dy = first; dy < first + rows; dy += 7) {
      for (let dx = 0; dx < 230; dx += 11) {
        if ((dy + 20) * 4 + 3 >= sheet.height) continue;
        // A half display pixel is two sheet pixels wide.
        let [light, weights] = [0, 0];
        for (let y = -2; y < 6; y++) {
          for (let x = -2; x < 6; x++) {
            const [sx, sy] = [(dx + 30) * 4 + x, (dy + 20) * 4 + y];
            if (sx >= sheet.width || sy >= sheet.height) continue;
            const weight = (x < 0 || x > 3 ? 1 : 3) * (y < 0 || y > 3 ? 1 : 3);
            light += weight * linear(whole[(sy * sheet.width + sx) * 4]!);
            weights += weight;
          }
        }
        worst = Math.max(worst, Math.abs(linear(rgba[((dy - first) * 400 + dx) * 4]!) - light / weights));
      }
    }
    // Right of the sheet there is nothing.
    expect(rgba[(400 * rows - 1) * 4 + 3]).toBe(0);
  }
  expect(worst).toBeLessThan(0.006);
});

test('settled slabs that are taken from memory are those that another engine makes', () => {
  const view = { scale: 0.25, originX: 0, originY: 0 };
  const base = job();
  const box = newPart('a', 'rectangle', { x: 5, y: 5, width: 20, height: 12 });
  const tinted = (tint: number, colour: string): Job => ({
    ...base,
    stencils: [newStencil('s', 's', [box])],
    passes: base.passes.map((pass, k) => {
      if (k > 0) return { ...pass, ink: { ...pass.ink, colour } };
      const upper = { ...createFill('upper', null), stencil: 's' };
      const fill = { ...upper, feed: { ...upper.feed, part: 'tint' as const, tint } };
      return { ...pass, fills: [fillOf(pass), fill] as const };
    }),
  });
  const made = engine();
  const shown = [tinted(0.2, '#c02020'), tinted(0.7, '#c02020'), tinted(0.2, '#c02020'), tinted(0.2, '#2020c0')].map(
    (asked) => {
      const mine = made.reduced({ ...slab(view, 0, 200), job: asked });
      const theirs = engine().reduced({ ...slab(view, 0, 200), job: asked });
      expect(Buffer.from(mine).equals(Buffer.from(theirs))).toBe(true);
      return Buffer.from(mine).toString('base64');
    },
  );
  expect(shown[2]).toBe(shown[0]);
  expect(new Set(shown).size).toBe(3);
  // What is handed out is the caller's own.
  made.reduced({ ...slab(view, 0, 200), job: tinted(0.2, '#c02020') }).fill(7);
  const again = made.reduced({ ...slab(view, 0, 200), job: tinted(0.2, '#c02020') });
  expect(Buffer.from(again).toString('base64')).toBe(shown[0]);
});

test('parts of the sheet are counted to the last pixel', () => {
  const made = engine();
  const pass = job().passes[0]!;
  const plan = planPass({ kernels: made.kernels, pictures: made.lookup }, job(), pass);
  const whole = countInk(plan.plate.read({ x: 0, y: 0, ...sheet, step: 1 }).data);
  let ink = 0;
  for (let y = 0; y < sheet.height; y += BLOCK_HEIGHT) {
    for (const [x, width] of [
      [0, 100],
      [100, sheet.width - 100],
    ] as const) {
      ink += made.inkOf(job(), pass, { x, y, width, height: Math.min(BLOCK_HEIGHT, sheet.height - y), step: 1 });
    }
  }
  expect(ink).toBe(whole);
  expect(ink).toBeGreaterThan(1000);
});

describe('samples', () => {
  const made = engine();
  const ink = (rgba: Uint8ClampedArray, from: number, to: number) =>
    rgba
      .subarray(from, to)
      .filter((_, k) => k % 4 === 0)
      .reduce((n, v) => n + v, 0) /
    ((to - from) / 4);

  test('a ramp goes from bare to solid', () => {
    const { width, height, rgba } = rampSample(made, {
      job: job(),
      pass: job().passes[0]!,
      width: 24,
      height: 600,
      draft: false,
    });
    expect([width, height]).toEqual([24, 600]);
    const third = width * 200 * 4;
    const means = [0, 1, 2].map((k) => ink(rgba, k * third, (k + 1) * third));
    expect(means[0]!).toBeGreaterThan(means[1]! + 20);
    expect(means[1]!).toBeGreaterThan(means[2]! + 20);
  });

  test('a screen sample inks the tone it is asked for', () => {
    const white: Job = { ...job(), sheet: { ...job().sheet, stock: plainStock('White', '#ffffff') } };
    const pass = { ...white.passes[0]!, ink: { ...white.passes[0]!.ink, colour: '#000000' } };
    const { rgba } = screenSample(made, {
      job: white,
      pass,
      width: 300,
      height: 300,
      tone: 0.4,
      largestCell: 20,
      draft: false,
    });
    expect(Math.abs(ink(rgba, 0, rgba.length) / 255 - 0.6)).toBeLessThan(0.01);
  });

  test('what leaves the Picture station fills the sheet and is counted', () => {
    const reduced = reducePicture(memorySource(SIDE, SIDE, 4, bytes), 200);
    expect([reduced.width, reduced.height]).toEqual([200, 200]);
    const { sample, counts } = pictureSample(made, job(), job().passes[1]!, reduced, 120);
    expect([sample.width, sample.height]).toEqual([120, 80]);
    expect(counts.reduce((a, b) => a + b)).toBe(9600);
  });
});

test('the most ink on any spot follows a tone and a picture, and is the same as before when they are as they were', () => {
  const made = engine();
  const source = memorySource(SIDE, SIDE, 4, bytes);
  const dark = {
    ...job(),
    passes: job().passes.map((pass) => withFill(pass, { tone: { ...fillOf(pass).tone, middle: 0.3 } })),
  };
  const [before, darker] = [mostInk(made, job(), () => source), mostInk(made, dark, () => source)];
  expect(darker).not.toBe(before);
  const grey = memorySource(SIDE, SIDE, 4, new Uint8Array(SIDE * SIDE * 4).fill(200));
  const other = { ...job(), pictures: [filePicture({ id: 'p', name: 'p', hash: 'g', width: SIDE, height: SIDE })] };
  expect(mostInk(made, other, () => grey)).toBeLessThan(before);
  expect([mostInk(made, job(), () => source), mostInk(made, dark, () => source)]).toEqual([before, darker]);
});

test('of many requests the first and the newest are worked on', async () => {
  const done: number[] = [];
  let newestIsDone = () => {};
  const newest = new Promise<void>((resolve) => {
    newestIsDone = resolve;
  });
  const ask = latestOnly(async (n: number) => {
    await new Promise((resolve) => setTimeout(resolve, 5));
    done.push(n);
    if (n === 8) newestIsDone();
  });
  for (let k = 0; k < 9; k++) ask(k);
  await newest;
  // A request that should have been left out would be worked on now.
  await new Promise((resolve) => setTimeout(resolve, 40));
  expect(done).toEqual([0, 8]);
});
