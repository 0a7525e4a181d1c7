import {
  createPass,
  createPassChain,
  createSeparation,
  encodeSrgb,
  inkTableOf,
  type Job,
  linearOfHex,
  lookUpInks,
  memorySource,
  nearestTable,
  normalsOf,
  type Pass,
  type PictureSource,
  plainInk,
  plainStock,
  SEPARATION_PARAMS,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { processModel } from './sets.ts';

const SIDE = 200;

/** A picture from a function of its pixels: r, g, b, alpha as bytes. */
function picture(value: (x: number, y: number) => readonly [number, number, number, number]): PictureSource {
  const bytes = new Uint8Array(SIDE * SIDE * 4);
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) bytes.set(value(x, y), 4 * (y * SIDE + x));
  return memorySource(SIDE, SIDE, 4, bytes);
}

/** A job that splits a picture into some inks, with a base when asked. */
function splitJob(source: PictureSource, inks: readonly string[], stock: string, change: object, base = false): Job {
  const start = pixelJob(SIDE, SIDE, source);
  const separation = createSeparation('s', 'Split');
  const pass = (k: number, part: 'ink' | 'base', colour: string, opacity: number): Pass => {
    const made = createPass(`${part}${k}`, k, 'a');
    return {
      ...made,
      feed: { ...made.feed, part, separation: 's' },
      ink: { ...plainInk(colour, colour), opacity },
    };
  };
  return {
    ...start,
    sheet: { ...start.sheet, stock: plainStock('Stock', stock) },
    separations: [{ ...separation, settings: { ...separation.settings, ...change } }],
    passes: [...(base ? [pass(9, 'base', '#ffffff', 1)] : []), ...inks.map((c, k) => pass(k, 'ink', c, 0))],
  };
}

function plateOf(job: Job, source: PictureSource, id: string): (x: number, y: number) => number {
  const pass = job.passes.find((p) => p.id === id)!;
  const chain = createPassChain({ kernels, job, pass, pictures: () => source });
  const plate = chain.plate({ x: 0, y: 0, width: SIDE, height: SIDE, step: 1 });
  chain.release();
  if (!('stride' in plate)) throw new Error('One bit was asked.');
  return (x, y) => (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
}

/** Share of ink in a box of pixels. */
function share(ink: (x: number, y: number) => number, x0: number, y0: number, w: number, h: number): number {
  let sum = 0;
  for (let y = y0; y < y0 + h; y++) for (let x = x0; x < x0 + w; x++) sum += ink(x, y);
  return sum / (w * h);
}

describe('a white base under art on dark cloth', () => {
  const radius = 70;
  const away = (x: number, y: number) => Math.hypot(x - SIDE / 2 + 0.5, y - SIDE / 2 + 0.5);
  const art = picture((x, y) => (away(x, y) <= radius ? [229, 72, 45, 255] : [0, 0, 0, 0]));
  const chokePx = 6;
  const job = splitJob(
    art,
    ['#e5482d', '#1d3f72'],
    '#16181d',
    { whiteIs: 'white', choke: (chokePx * 25.4) / 300 + 1e-4 },
    true,
  );
  const base = plateOf(job, art, 'base9');
  const red = plateOf(job, art, 'ink0');

  test('no base stands outside the choked art, and all art farther in than the choke has base', () => {
    let outside = 0;
    let missing = 0;
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        const inward = radius - away(x, y);
        if (base(x, y) && inward < chokePx - 1) outside++;
        if (!base(x, y) && inward > chokePx + 1) missing++;
      }
    }
    expect(outside).toBe(0);
    expect(missing).toBe(0);
  });
  test('the red of the art stands on it to the very edge, and nowhere else', () => {
    expect(share(red, 80, 80, 40, 40)).toBeGreaterThan(0.95);
    expect(share(red, 0, 0, 25, 25)).toBe(0);
    let rim = 0;
    for (let k = 0; k < 360; k++) {
      const at = (r: number) => [SIDE / 2 + r * Math.cos(k), SIDE / 2 + r * Math.sin(k)].map(Math.floor);
      rim += red(at(radius - 3)[0]!, at(radius - 3)[1]!);
    }
    expect(rim / 360).toBeGreaterThan(0.9);
  });
  test('cloth that shows needs no base: black art on black cloth has none', () => {
    const black = picture(() => [22, 24, 29, 255]);
    expect(share(plateOf(job, black, 'base9'), 0, 0, SIDE, SIDE)).toBe(0);
  });
});

describe('chosen inks for flat art', () => {
  const RED = '#d43a2f';
  const BLUE = '#22508f';
  const bytes = (hex: string) => [1, 3, 5].map((k) => parseInt(hex.slice(k, k + 2), 16)) as [number, number, number];
  const glow = (t: number) => {
    const ink = linearOfHex(BLUE);
    return ink.map((v) => Math.round(255 * encodeSrgb(1 - t * (1 - v)))) as [number, number, number];
  };
  // A red bar, a blue bar, and a glow of blue that fades to paper.
  const art = picture((x, y) => {
    if (y < 60) return [...bytes(RED), 255];
    if (y < 120) return [...bytes(BLUE), 255];
    return [...glow(x / (SIDE - 1)), 255];
  });
  const job = splitJob(art, [RED, BLUE], '#ffffff', { way: 'chosen' });
  const [red, blue] = [plateOf(job, art, 'ink0'), plateOf(job, art, 'ink1')];

  test('hard parts are solid in their own ink and bare in the other', () => {
    expect(share(red, 0, 0, SIDE, 60)).toBe(1);
    expect(share(blue, 0, 0, SIDE, 60)).toBe(0);
    expect(share(blue, 0, 60, SIDE, 60)).toBe(1);
    expect(share(red, 0, 60, SIDE, 60)).toBe(0);
  });
  test('a glow becomes screened tone of its ink alone, in step with its light', () => {
    for (const t of [0.25, 0.5, 0.75]) {
      expect(share(blue, Math.round(t * SIDE) - 20, 130, 40, 60)).toBeGreaterThan(t - 0.12);
      expect(share(blue, Math.round(t * SIDE) - 20, 130, 40, 60)).toBeLessThan(t + 0.12);
    }
    expect(share(red, 0, 120, SIDE, 80)).toBeLessThan(0.01);
  });
  test('another pick moves the plate, the ink stays', () => {
    const other = {
      ...job,
      passes: job.passes.map((p, k) => (k === 0 ? { ...p, feed: { ...p.feed, pick: '#00ff00' } } : p)),
    };
    expect(share(plateOf(other, art, 'ink0'), 0, 0, SIDE, 60)).toBe(0);
  });
});

test('red, green and blue lights on black: each dot is sized by its channel', () => {
  const source = picture((x) => [Math.round((255 * x) / SIDE), 128, 30, 255]);
  const start = splitJob(source, ['#ff0000', '#00ff00', '#0000ff'], '#000000', { whiteIs: 'white', fitDarks: false });
  const job: Job = {
    ...start,
    passes: start.passes.map((p) => ({ ...p, ink: { ...p.ink, opacity: 0, meets: 'light' as const } })),
  };
  const table = inkTableOf(job, job.separations[0]!);
  for (const [r, g, b] of [
    [0.2, 0.5, 0.9],
    [1, 0, 0.4],
    [0.7, 0.7, 0.7],
  ] as const) {
    const lights = linearOfHex(
      `#${[r, g, b]
        .map((v) =>
          Math.round(255 * v)
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`,
    );
    lookUpInks(table, r, g, b).forEach((cover, k) => {
      expect(Math.abs(cover - lights[k]!)).toBeLessThan(0.01);
    });
  }
  const green = plateOf(job, source, 'ink1');
  expect(share(green, 0, 0, SIDE, SIDE)).toBeCloseTo(linearOfHex('#008000')[1], 1);
});

test('no bands across a sky: coverages along it bend, but do not jump', () => {
  const table = nearestTable(processModel(), normalsOf(SEPARATION_PARAMS));
  // From the zenith to the glow over the water, in the colours of the demo's evening.
  const [high, low] = [linearOfHex('#27406e'), linearOfHex('#f4b069')].map((light) => light.map(encodeSrgb));
  const steps = 400;
  const along = Array.from({ length: steps + 1 }, (_, k) => {
    const t = k / steps;
    return lookUpInks(table, ...(high!.map((v, c) => v + t * (low![c]! - v)) as [number, number, number]));
  });
  let worst = 0;
  for (let k = 1; k < steps; k++) {
    for (let ink = 0; ink < 4; ink++) {
      worst = Math.max(worst, Math.abs(along[k - 1]![ink]! - 2 * along[k]![ink]! + along[k + 1]![ink]!));
    }
  }
  // Of tone, between steps that are a tenth of a percent of the way apart: an eye's step is about 0.01.
  expect(worst).toBeLessThan(0.004);
});
