import { bitAt, type Bitmap, compileScreen, planPass, type Screen } from '../src/index.ts';
import { LINE_KINDS } from '../src/screen/families/lines/names.ts';
import { hatchStarts } from '../src/screen/families/lines/compile.ts';
import { greyPicture, pixelJob } from './jobs.ts';
import { keptScreens } from './kept-screens.ts';
import { kernels } from './plates.ts';
import { compiledFor, lpi, screenOf } from './screens.ts';

const caches = keptScreens();

function flat(screen: Screen, side: number, tone: number): Bitmap {
  const source = greyPicture(side, side, () => 255 * (1 - tone));
  const job = pixelJob(side, side, source, { tone: { meaning: 'even' }, screen });
  const chain = planPass({ kernels, pictures: () => source, caches }, job, job.passes[0]!);
  const plate = chain.plate.read({ x: 0, y: 0, width: side, height: side, step: 1 }) as Bitmap;
  chain.release();
  return plate;
}

/** All thresholds of a screen over a sheet of so many pixels. */
function thresholdsOver(screen: Screen, width: number, height: number): Uint16Array {
  const { sheet } = pixelJob(width, height, { width, height });
  return compileScreen(sheet, screen).thresholds!({ x: 0, y: 0, width, height, step: 1 });
}

test('line width carries tone: a straight line of 20 pixels’ spacing is as wide as its tone says', () => {
  for (const tone of [0.2, 0.4, 0.6, 0.8]) {
    const plate = flat(
      screenOf('lines', { kind: 'straight' }, { frequency: { value: 20, per: 'px' }, angle: 0 }),
      200,
      tone,
    );
    for (let x = 0; x < 200; x += 37) {
      const ink = Array.from({ length: 200 }, (_, y) => bitAt(plate, x, y)).reduce((a, b) => a + b, 0);
      expect(ink).toBe(Math.round(200 * tone));
    }
  }
});

describe('cross-hatch', () => {
  // Independent directions cover 1 − (1 − a)(1 − b)… of the sheet (by definition of independence).
  const cover = (growth: number, starts: readonly number[]) =>
    1 - starts.reduce((bare, s) => bare * (growth > s ? 1 - (growth - s) / (1 - s) : 1), 1);

  test.each([[[0, 0.25]], [[0, 0.25, 0.5]], [[0, 0.3, 0.55, 0.8]]])('directions enter at %j', (tones) => {
    const starts = hatchStarts(tones);
    tones.forEach((tone, k) => {
      expect(cover(starts[k]!, starts.slice(0, k))).toBeCloseTo(tone, 6);
    });
  });

  test('below the tone of the second direction there are lines one way only', () => {
    const screen = screenOf(
      'lines',
      { kind: 'cross-hatch', directions: 2, second: 0.4 },
      { frequency: lpi(15), angle: 0 },
    );
    const rows = (tone: number) => {
      const plate = flat(screen, 300, tone);
      // A bare row of pixels exists only where no direction crosses it.
      return Array.from({ length: 300 }, (_, y) => y).filter((y) => {
        for (let x = 0; x < 300; x++) if (bitAt(plate, x, y)) return false;
        return true;
      }).length;
    };
    expect(rows(0.3)).toBeGreaterThan(100);
    expect(rows(0.45)).toBe(0);
  });
});

describe('coverage is tone for every kind of lines at every angle (definition of a threshold screen)', () => {
  const TONES = [0.05, 0.098, 0.3, 0.5, 0.8];
  const HANDS = [
    ['plain', {}],
    ['with breaks', { breaks: 0.3 }],
    ['with wobble', { wobble: 0.4 }],
    ['with breaks and wobble', { breaks: 0.3, wobble: 0.4 }],
  ] as const;
  const cases = LINE_KINDS.flatMap(({ name }) =>
    HANDS.flatMap(([words, hand]) => [0, 15, 45, 90].map((angle) => [name, words, angle, hand] as const)),
  );
  // Of 300 × 300 pixels every place is known; of 700 × 500 a sample is.
  test.each(cases)('%s %s at %d°', (kind, _, angle, hand) => {
    for (const [width, height] of [
      [300, 300],
      [700, 500],
    ] as const) {
      const screen = screenOf('lines', { kind, ...hand }, { frequency: { value: 10, per: 'px' }, angle });
      const thresholds = thresholdsOver(screen, width, height);
      for (const tone of TONES) {
        const level = tone * 65535;
        const ink = thresholds.reduce((n, t) => n + (t < level ? 1 : 0), 0) / thresholds.length;
        expect(Math.abs(ink - tone)).toBeLessThan(0.006);
      }
    }
  });
});

test.each(['concentric', 'spiral', 'rays'])('%s move with their centre', (kind) => {
  const at = (centreX: number) => screenOf('lines', { kind }, { frequency: lpi(20), angle: 0, centreX, centreY: 0.5 });
  const side = 401;
  const [a, b] = [0.5, 0.5 + 40 / side].map((centre) => {
    const compiled = compiledFor(at(centre), side);
    if (compiled.tile) throw new Error('a screen round a centre does not repeat');
    return compiled.thresholds!({ x: 0, y: 0, width: side, height: side, step: 1 });
  });
  // Ranks are made over another part of the plane, so thresholds differ a little; the pattern is the same, moved.
  let [far, count] = [0, 0];
  for (let y = 0; y < side; y += 3) {
    for (let x = 0; x < side - 40; x += 3) {
      if (Math.abs(a![y * side + x]! - b![y * side + x + 40]!) > 3000) far++;
      count++;
    }
  }
  expect(far / count).toBeLessThan(0.01);
});

test('breaks and wobble come from the seed', () => {
  const at = (seed: number) =>
    flat(
      screenOf('lines', { kind: 'straight', breaks: 0.4, wobble: 0.5 }, { seed, frequency: lpi(25), angle: 20 }),
      200,
      0.4,
    );
  expect(at(1).data).toEqual(at(1).data);
  expect(at(2).data).not.toEqual(at(1).data);
});
