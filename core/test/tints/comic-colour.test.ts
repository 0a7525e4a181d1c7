import {
  createPass,
  createPrintModel,
  INK_SETS,
  type Job,
  layColour,
  type LinearRgb,
  mixColour,
  mixingPasses,
  predict,
  tintsIn,
  tintsOfColour,
} from '../../src/index.ts';
import { printedInk, stockLight } from '../../src/ink/printed-ink.ts';
import { linearOfHex } from '../../src/colour/srgb.ts';
import { bitsOf, fillJob, inkIn, rectangle, tinted } from '../stencil/fill-jobs.ts';

/** A job of the process inks, one pass each, whose fills were never touched. */
function processJob(): Job {
  const set = INK_SETS[0]!;
  const blank = fillJob([tinted('x', 0)], [rectangle('s', 0, 0, 40, 30)]);
  const angles: Readonly<Record<string, number>> = { Cyan: 15, Magenta: 75, Yellow: 0, Black: 45 };
  const passes = set.inks.map((ink, k) => {
    const pass = createPass(`p${k}`, k, null);
    const [fill] = pass.fills;
    return {
      ...pass,
      ink,
      name: ink.name,
      fills: [{ ...fill, screen: { ...fill.screen, angle: angles[ink.name] ?? 45 } }] as const,
    };
  });
  return { ...blank, passes };
}

let ids = 0;
const newId = () => `new-${ids++}`;
const LPI = { value: 42.5, per: 'lpi' } as const;
const lay = (job: Job, tints: readonly number[], stencil = 's') =>
  layColour(job, {
    stencil,
    frequency: LPI,
    newId,
    tints: mixingPasses(job).map(({ id }, k) => ({ pass: id, tint: tints[k]! })),
  });

const LEVELS = [0, 0.25, 0.5, 1];
const ALL_64 = LEVELS.flatMap((c) => LEVELS.flatMap((m) => LEVELS.map((y) => [c, m, y])));

describe('the 64 colours of the classic steps', () => {
  const job = processJob();
  const passes = mixingPasses(job);

  test('cyan, magenta and yellow mix them; black is left for the lines', () => {
    expect(passes.map((p) => p.name)).toEqual(['Cyan', 'Magenta', 'Yellow']);
  });

  test('each is found again from the colour that it prints', () => {
    const { stock } = job.sheet;
    const model = createPrintModel(
      stockLight(stock),
      passes.map((p) => printedInk(p.ink)),
      [],
      stock.spread,
    );
    for (const tints of ALL_64) {
      const found = tintsOfColour(model, predict(model, tints), 'classic');
      expect(found.distance).toBeLessThan(1e-6);
      expect(found.tints).toEqual(tints);
    }
  });

  test('each measures right on the plates', () => {
    // A solid and three tints of every ink; the plates of an ink do not depend on the other inks.
    for (const tint of LEVELS) {
      const laid = lay(job, [tint, tint, tint]);
      passes.forEach((_, k) => {
        const measured = inkIn(bitsOf(laid, undefined, k), 2, 2, 36, 26);
        expect(Math.abs(measured - tint)).toBeLessThan(0.005);
      });
    }
    // Mixed ones are written ink by ink.
    for (const tints of ALL_64.filter((_, k) => k % 9 === 4)) {
      const laid = lay(job, tints);
      tints.forEach((tint, k) => {
        expect(Math.abs(inkIn(bitsOf(laid, undefined, k), 2, 2, 36, 26) - tint)).toBeLessThan(0.005);
      });
    }
  });
});

describe('a colour is mixed', () => {
  const job = processJob();
  const passes = mixingPasses(job);
  const mix = (hex: string, steps: 'classic' | 'quarters' | 'free') => mixColour(job, passes, linearOfHex(hex), steps);

  test('freely at least as near as in steps, and in whole percentages', () => {
    for (const hex of ['#e8b28f', '#6fa8d6', '#88b04b', '#b565a7', '#f2d14e', '#7a4a2b']) {
      const [free, quarters, classic] = [mix(hex, 'free'), mix(hex, 'quarters'), mix(hex, 'classic')];
      expect(free.distance).toBeLessThanOrEqual(quarters.distance + 0.006);
      expect(free.distance).toBeLessThanOrEqual(classic.distance + 0.006);
      for (const tint of free.tints) expect(Math.abs(tint * 100 - Math.round(tint * 100))).toBeLessThan(1e-9);
      expect(free.distance).toBeLessThan(0.05);
    }
  });

  test('as near as any of a fine search finds', () => {
    const { stock } = job.sheet;
    const model = createPrintModel(
      stockLight(stock),
      passes.map((p) => printedInk(p.ink)),
      [],
      stock.spread,
    );
    const wanted: LinearRgb = predict(model, [0.33, 0.61, 0.18]);
    const found = tintsOfColour(model, wanted, 'free');
    expect(found.distance).toBeLessThan(0.004);
    [0.33, 0.61, 0.18].forEach((tint, k) => {
      expect(Math.abs(found.tints[k]! - tint)).toBeLessThan(0.03);
    });
  });

  test('white takes no ink', () => {
    expect(mix('#ffffff', 'free').tints).toEqual([0, 0, 0]);
  });

  test('of seven inks in a moment', () => {
    const many = Array.from({ length: 12 }, (_, k) => printedInk(passes[k % 3]!.ink));
    const start = performance.now();
    const found = tintsOfColour(createPrintModel([1, 1, 1], many.slice(0, 7)), linearOfHex('#e8b28f'), 'classic');
    expect(found.distance).toBeLessThan(0.08);
    expect(performance.now() - start).toBeLessThan(20_000);
  });
});

describe('a colour is laid', () => {
  const job = processJob();

  test('one fill in each ink that takes part, in place of fills that never printed', () => {
    const laid = lay(job, [0.25, 0.5, 0]);
    expect(laid.passes.map((p) => p.fills.map((f) => [f.stencil, f.feed.part, f.feed.tint]))).toEqual([
      [['s', 'tint', 0.25]],
      [['s', 'tint', 0.5]],
      [[null, 'lightness', expect.any(Number)]],
      [[null, 'lightness', expect.any(Number)]],
    ]);
    expect(tintsIn(mixingPasses(laid), 's')).toEqual([0.25, 0.5, 0]);
    expect(laid.passes[0]!.fills[0].screen.angle).toBe(15);
  });

  test('again into the same stencil changes what is there', () => {
    const twice = lay(lay(job, [0.25, 0.5, 0]), [1, 0, 0.25]);
    expect(twice.passes.map((p) => p.fills.length)).toEqual([1, 1, 1, 1]);
    expect(tintsIn(mixingPasses(twice), 's')).toEqual([1, 0, 0.25]);
  });

  test('over another colour it does not let that show through', () => {
    const below = { ...job, stencils: [...job.stencils, rectangle('inner', 10, 10, 20, 10)] };
    const laid = lay(lay(below, [0.5, 0.25, 1]), [0.25, 0, 0], 'inner');
    const plates = [0, 1, 2].map((k) => bitsOf(laid, undefined, k));
    const inner = plates.map((plate) => inkIn(plate, 11, 11, 18, 8));
    const outer = plates.map((plate) => inkIn(plate, 0, 21, 40, 8));
    [0.25, 0, 0].forEach((tint, k) => {
      expect(inner[k]).toBeCloseTo(tint, 1);
    });
    [0.5, 0.25, 1].forEach((tint, k) => {
      expect(outer[k]).toBeCloseTo(tint, 1);
    });
  });
});
