import { createKernels, isDiffusion, GRAIN_METHODS } from '../../src/index.ts';
import { curveDiffusion, hilbertOrder } from '../../src/screen/families/grain/curve.ts';
import { diffusion } from '../../src/screen/families/grain/diffuse.ts';
import { DIFFUSION_KERNELS } from '../../src/screen/families/grain/diffusion-kernels.ts';
import type { DiffusionName } from '../../src/screen/families/grain/names.ts';
import { type Method, ONE_INK } from '../../src/screen/compiled.ts';

const kernels = createKernels();
const NAMES = GRAIN_METHODS.map((m) => m.name).filter(isDiffusion);

/** Levels of a flat tone, made by a method on a sheet of its own. */
function flat(method: Method, tone: number, width: number, height: number, levels = 2): Uint8Array {
  const read = (_: number, rows: number) => new Uint16Array(width * rows).fill(tone);
  const out = new Uint8Array(width * height);
  const prints = { ...ONE_INK, levels };
  for (const { y, data } of method({ kernels, width, height, prints, read })) out.set(data, y * width);
  return out;
}

const meanOf = (levels: Uint8Array, from = 0, to = levels.length): number => {
  let sum = 0;
  for (let k = from; k < to; k++) sum += levels[k]!;
  return sum / (to - from);
};

const toneOf = (grey: number): number => Math.round((grey / 255) * 65535);
const plain = (method: DiffusionName) => diffusion({ method, serpentine: false, noise: 0, seed: 1 });

/** What each author printed, row by row with the pixel itself as 0. */
const PUBLISHED: Readonly<Record<DiffusionName, { parts: number; rows: string }>> = {
  // Floyd & Steinberg 1976.
  'floyd-steinberg': { parts: 16, rows: '0 7/3 5 1' },
  // Jarvis, Judice & Ninke 1976.
  'jarvis-judice-ninke': { parts: 48, rows: '0 7 5/3 5 7 5 3/1 3 5 3 1' },
  // Stucki 1981.
  stucki: { parts: 42, rows: '0 8 4/2 4 8 4 2/1 2 4 2 1' },
  // The rest as commonly published, from memory.
  burkes: { parts: 32, rows: '0 8 4/2 4 8 4 2' },
  'sierra-3': { parts: 32, rows: '0 5 3/2 4 5 4 2/0 2 3 2 0' },
  'sierra-2': { parts: 16, rows: '0 4 3/1 2 3 2 1' },
  'sierra-lite': { parts: 4, rows: '0 2/1 1 0' },
  atkinson: { parts: 8, rows: '0 1 1/0 1 1 1 0/0 0 1 0 0' },
};

test.each(NAMES)('%s has the published weights', (name) => {
  const { parts, rows } = PUBLISHED[name];
  const expected = rows.split('/').flatMap((row, dy) => {
    const weights = row.split(' ').map(Number);
    // The first row starts at the pixel itself, the others are centred under it.
    const left = dy === 0 ? 0 : -(weights.length - 1) / 2;
    return weights.flatMap((w, k) => (w > 0 ? [`${left + k},${dy},${w}`] : []));
  });
  const kernel = DIFFUSION_KERNELS[name];
  expect(kernel.shares.map((s) => s.join()).sort()).toEqual(expected.sort());
  expect(kernel.parts).toBe(parts);
  const sum = kernel.shares.reduce((s, [, , w]) => s + w, 0);
  expect(sum).toBe(name === 'atkinson' ? 6 : parts);
});

const [WIDTH, HEIGHT] = [400, 480];
/** Mean of eight columns. */
function sideMean(levels: Uint8Array, from: number): number {
  let sum = 0;
  for (let y = 0; y < HEIGHT; y++) for (let x = from; x < from + 8; x++) sum += levels[y * WIDTH + x]!;
  return sum / (8 * HEIGHT);
}

const WHOLE = NAMES.filter((n) => n !== 'atkinson');

// Atkinson passes on six eighths of the error by design: light tones go bare, dark ones solid.
test.each(WHOLE.flatMap((n) => [[n, false] as const, [n, true] as const]))(
  '%s, serpentine %s: the mean of greys 1..254 is kept within 0.1 %%, and no band starts the sheet',
  (name, serpentine) => {
    let [worstMean, worstStart, worstEdge] = [0, 0, 0];
    // Left to right, where trails are strongest, more greys are tried; each method has its own, so that together they try all.
    const every = serpentine ? 10 : 4;
    for (let grey = 1 + (NAMES.indexOf(name) % every); grey < 255; grey += every) {
      const method = diffusion({ method: name, serpentine, noise: 0, seed: 1 });
      const levels = flat(method, toneOf(grey), WIDTH, HEIGHT);
      const mean = meanOf(levels);
      worstMean = Math.max(worstMean, Math.abs(mean - grey / 255));
      worstStart = Math.max(worstStart, Math.abs(meanOf(levels, 0, 8 * WIDTH) - mean));
      worstEdge = Math.max(
        worstEdge,
        Math.abs(sideMean(levels, 0) - mean),
        Math.abs(sideMean(levels, WIDTH - 8) - mean),
      );
    }
    expect(worstMean).toBeLessThanOrEqual(0.001);
    expect(worstStart).toBeLessThanOrEqual(0.02);
    // Eight columns at either side, where a row begins and ends.
    expect(worstEdge).toBeLessThanOrEqual(0.05);
  },
);

describe('the first rows, the last columns and the corners carry their tone (definition of tone over any part of a sheet)', () => {
  const width = 480;
  /** Few dots need a tall sheet, so that their count says something. */
  const heightOf = (tone: number) => (tone < 0.01 ? 1200 : 400);
  const [ROWS, COLUMNS, CORNER, SEEDS] = [12, 6, 40, 16];
  const TONES = [0.004, 0.012, 0.1, 0.5];

  /** Ink of parts of the sheet against the tone, over all seeds: 1 is right. */
  function shares(name: DiffusionName, serpentine: boolean, tone: number) {
    const height = heightOf(tone);
    const ink = { rows: 0, columns: 0, corners: 0 };
    for (let seed = 1; seed <= SEEDS; seed++) {
      const levels = flat(
        diffusion({ method: name, serpentine, noise: 0, seed }),
        Math.round(tone * 65535),
        width,
        height,
      );
      for (let at = levels.indexOf(1); at >= 0; at = levels.indexOf(1, at + 1)) {
        const [x, y] = [at % width, Math.floor(at / width)];
        const across = x < CORNER || x >= width - CORNER;
        if (y < ROWS) ink.rows++;
        if (x >= width - COLUMNS) ink.columns++;
        if (across && (y < CORNER || y >= height - CORNER)) ink.corners++;
      }
    }
    const of = (count: number, area: number) => count / (SEEDS * area * tone);
    return {
      rows: of(ink.rows, ROWS * width),
      columns: of(ink.columns, COLUMNS * height),
      corners: of(ink.corners, 4 * CORNER * CORNER),
    };
  }

  test.each(WHOLE.flatMap((n) => [[n, false] as const, [n, true] as const]))(
    '%s, serpentine %s: within 10 %% over 16 seeds, tones 0.4 to 50 %%',
    (name, serpentine) => {
      for (const tone of TONES) {
        for (const [part, share] of Object.entries(shares(name, serpentine, tone))) {
          expect([part, tone, Math.abs(share - 1) < 0.1, share]).toEqual([part, tone, true, share]);
        }
      }
    },
    60_000,
  );
});

test('threshold noise keeps the mean; another seed gives another grain', () => {
  const noisy = (seed: number) =>
    flat(diffusion({ method: 'stucki', serpentine: true, noise: 0.6, seed }), toneOf(77), WIDTH, HEIGHT);
  expect(Math.abs(meanOf(noisy(1)) - 77 / 255)).toBeLessThan(0.001);
  expect(noisy(1)).toEqual(noisy(1));
  expect(noisy(2)).not.toEqual(noisy(1));
});

test.each([2, 3, 4, 16, 64])(
  '%d levels: the mean level is the tone, and nearly all pixels have one of the two levels round it',
  (levels) => {
    for (const grey of [30, 128, 201]) {
      const made = flat(plain('floyd-steinberg'), toneOf(grey), 200, 200, levels);
      expect(Math.abs(meanOf(made) / (levels - 1) - grey / 255)).toBeLessThan(0.003);
      const below = Math.floor((grey / 255) * (levels - 1));
      const between = made.filter((level) => level === below || level === below + 1);
      // The errors that a pixel is given can lift it past the two levels round its tone only now and then.
      expect(between.length / made.length).toBeGreaterThan(levels === 2 ? 0.999 : 0.97);
    }
  },
);

test('bare and solid stay so in every method', () => {
  for (const name of NAMES) {
    expect(meanOf(flat(plain(name), 0, 64, 64))).toBe(0);
    expect(meanOf(flat(plain(name), 65535, 64, 64))).toBe(1);
  }
});

describe('diffusion along a space-filling curve', () => {
  test('the curve meets every pixel of its square once, step by step', () => {
    const order = [...hilbertOrder(64)];
    expect(new Set(order).size).toBe(4096);
    const far = order.filter((place, k) => {
      if (k === 0) return false;
      const [x, y] = [place % 64, place >> 6];
      const [u, v] = [order[k - 1]! % 64, order[k - 1]! >> 6];
      return Math.abs(x - u) + Math.abs(y - v) !== 1;
    });
    expect(far).toEqual([]);
    expect([order[0], order.at(-1)]).toEqual([0, 63]);
  });

  test('the mean is kept within 0.1 % and no band starts the sheet', () => {
    for (const grey of [1, 20, 64, 127, 200, 254]) {
      const levels = flat(curveDiffusion(), toneOf(grey), 256, 256);
      expect(Math.abs(meanOf(levels) - grey / 255)).toBeLessThan(0.001);
      expect(Math.abs(meanOf(levels, 0, 8 * 256) - grey / 255)).toBeLessThan(0.02);
    }
  });
});
