import fc from 'fast-check';
import {
  type Bend,
  bitAt,
  type Bitmap,
  fillOf,
  isBitmap,
  type Job,
  newBend,
  type Screen,
  withFill,
} from '../../src/index.ts';
import { greyPicture } from '../jobs.ts';
import { compiledFor, lpi, screenOf } from '../screens.ts';
import { bitsOf, plateOver, squareArea, tintedJob } from './plates.ts';

const SIDE = 420;
const MM = (SIDE / 300) * 25.4;
const SHEET = { width: MM, height: MM };
const bent = (kind: string, settings: Record<string, unknown>, what: Bend['what'] = 'lattice'): Bend => {
  const made = newBend(kind, SHEET, what);
  return { ...made, settings: { ...made.settings, ...settings } };
};
const at = (frequency: number, angle: number) => ({ frequency: lpi(frequency), angle });
const PICTURE = greyPicture(60, 60, (x, y) => Math.min(255, 9 * Math.hypot(x - 30, y - 26)));
const SWIRL = bent('swirl', { turn: 140 });

const SCREENS: readonly (readonly [string, Screen])[] = [
  ['dots', screenOf('dots', { shape: 'Round' }, at(30, 15))],
  ['dots of one tone a cell', { ...screenOf('dots', { shape: 'Round' }, at(20, 15)), oneTone: true }],
  ['rings of dots', { ...screenOf('dots', { shape: 'Round', lattice: 'rings' }, at(25, 0)), oneTone: true }],
  ['lines', screenOf('lines', { kind: 'straight' }, at(30, 20))],
  ['a tile', screenOf('tile', { picture: 'tile' }, at(20, 15))],
  ['blue noise', screenOf('grain', { method: 'blue-noise' })],
  ['coarse grain', screenOf('grain', { method: 'bayer-8', grain: 3 })],
  ['marks', screenOf('marks', { shape: 'circle' }, at(20, 0))],
];

/** A job that prints a graded picture through a screen. */
function gradedJob(screen: Screen, bend: readonly Bend[]): Job {
  const job = tintedJob(SIDE, screen, 0.2, bend);
  const pass = job.passes[0]!;
  const fill = fillOf(pass);
  const feed = { ...fill.feed, run: 'linear' as const, tintTo: 0.8, toX: MM, toY: MM };
  return { ...job, passes: [withFill(pass, { ...fill, feed })] };
}

const ink = (plate: Bitmap): Uint8Array =>
  Uint8Array.from({ length: plate.width * plate.height }, (_, k) =>
    bitAt(plate, k % plate.width, Math.floor(k / plate.width)),
  );

describe.each(SCREENS)('%s', (_, screen) => {
  const plain = ink(bitsOf(gradedJob(screen, []), SIDE, PICTURE));
  const swirled = ink(bitsOf(gradedJob(screen, [SWIRL]), SIDE, PICTURE));

  test('print the same bytes under bends that move nothing', () => {
    const still = [
      bent('swirl', { turn: 0 }),
      bent('wave', { height: 0 }),
      newBend('mesh', SHEET, 'picture'),
      newBend('pins', SHEET, 'marks'),
      newBend('push', SHEET),
      { ...SWIRL, on: false },
    ];
    expect(ink(bitsOf(gradedJob(screen, still), SIDE, PICTURE))).toEqual(plain);
  });

  test('are bent, and nothing changes beyond the reach of the bend', () => {
    expect(swirled).not.toEqual(plain);
    const corner = (all: Uint8Array) => Array.from({ length: 30 }, (_, y) => all.slice(y * SIDE, y * SIDE + 30));
    const different = corner(swirled).flatMap((row, y) => [...row].filter((v, x) => v !== corner(plain)[y]![x]));
    // A bent lattice is read from its cell, not from its repeat: pixels at the edges of dots may differ.
    expect(different.length).toBeLessThan(0.12 * 900);
  });

  test('print the same pixels however the sheet is cut into areas', () => {
    const job = gradedJob(screen, [SWIRL]);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 1, max: 120 }),
        fc.integer({ min: 1, max: 120 }),
        (x, y, width, height) => {
          const plate = plateOver(job, { x, y, width, height, step: 1 }, PICTURE);
          if (!isBitmap(plate)) throw new Error('This plate is not made of bits.');
          const part = ink(plate);
          expect(part).toEqual(part.map((_, k) => swirled[(y + Math.floor(k / width)) * SIDE + x + (k % width)]!));
        },
      ),
      { numRuns: 8 },
    );
  });
});

test('a first look of a bent screen is made of the same kind of dots', () => {
  const job = gradedJob(screenOf('dots', { shape: 'Round' }, at(30, 15)), [SWIRL]);
  const draft = plateOver(job, squareArea(SIDE), null, true);
  if (!isBitmap(draft)) throw new Error('This plate is not made of bits.');
  const [rough, exact] = [ink(draft), ink(bitsOf(job, SIDE))];
  // Dots that lie half a pixel beside their place differ at their edges.
  expect(rough.filter((v, k) => v !== exact[k]).length / rough.length).toBeLessThan(0.12);
});

/** Half the side of the windows in which the phase of lines is measured. */
const HALF = 36;

/**
 * How far, in pixels, the lines around a place lie from where `back` says that they were: the phase of ink against lines
 * that lie there exactly, under a window that fades to its edges.
 */
function offAt(
  plate: Bitmap,
  lines: { vx: number; vy: number },
  back: (x: number, y: number) => [number, number],
  cx: number,
  cy: number,
): number {
  let [re, im] = [0, 0];
  for (let y = cy - HALF; y < cy + HALF; y++) {
    for (let x = cx - HALF; x < cx + HALF; x++) {
      if (bitAt(plate, x, y) === 0) continue;
      const [qx, qy] = back(x + 0.5, y + 0.5);
      const angle = 2 * Math.PI * (lines.vx * qx + lines.vy * qy);
      const weight =
        Math.cos(((x + 0.5 - cx) * Math.PI) / (2 * HALF)) ** 2 * Math.cos(((y + 0.5 - cy) * Math.PI) / (2 * HALF)) ** 2;
      re += weight * Math.cos(angle);
      im += weight * Math.sin(angle);
    }
  }
  return Math.atan2(im, re) / (2 * Math.PI) / Math.hypot(lines.vx, lines.vy);
}

test.each([
  ['lattice', 70, 1.8, 0],
  ['marks', 35, -1.2, 77],
] as const)(
  'the displacement of a wave, measured by the phase of its lines, follows the formula to 0.1 px: %s',
  (what, length, height, phase) => {
    const screen = screenOf('lines', { kind: 'straight' }, at(20, 8));
    const { cells } = compiledFor(screen, SIDE);
    if (cells?.kind !== 'lattice') throw new Error('Straight lines lie on a lattice.');
    const { vx, vy, unit } = cells.positions;
    const lines = { vx: (2 * vx) / unit, vy: (2 * vy) / unit };
    const straight = bitsOf(tintedJob(SIDE, screen, 0.5, []), SIDE);
    const waved = bitsOf(tintedJob(SIDE, screen, 0.5, [bent('wave', { length, height, phase }, what)]), SIDE);
    const px = (mm: number) => (mm / 25.4) * 300;
    // The formula of the wave: what lies at (x, y) was lower by height · sin(2π x / length + phase).
    const formula = (x: number, y: number): [number, number] => [
      x,
      y + px(height) * Math.sin((2 * Math.PI * x) / px(length) + (phase * Math.PI) / 180),
    ];
    const pitch = 1 / Math.hypot(vx, vy);
    let worst = 0;
    for (let y = 50; y < SIDE - 50; y += 40) {
      for (let x = 50; x < SIDE - 50; x += 40) {
        const off = offAt(waved, lines, formula, x, y) - offAt(straight, lines, (...q) => q, x, y);
        worst = Math.max(worst, Math.abs(off - pitch * Math.round(off / pitch)));
      }
    }
    expect(worst).toBeLessThan(0.1);
    // The measure tells a wave of another height apart.
    const other = offAt(waved, lines, (x, y) => [x, y + 1], 210, 210) - offAt(straight, lines, (...q) => q, 210, 210);
    expect(Math.abs(other)).toBeGreaterThan(0.1);
  },
);

/** Ratio of the axes of the dot around a place, from its second moments. */
function axesRatio(plate: Bitmap, x0: number, y0: number): number {
  const seen = new Set<number>();
  const open = [y0 * SIDE + x0];
  let [n, sx, sy, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  while (open.length > 0) {
    const k = open.pop()!;
    const [x, y] = [k % SIDE, Math.floor(k / SIDE)];
    if (seen.has(k) || x < 1 || y < 1 || x >= SIDE - 1 || y >= SIDE - 1 || bitAt(plate, x, y) === 0) continue;
    seen.add(k);
    n++;
    sx += x;
    sy += y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    open.push(k - 1, k + 1, k - SIDE, k + SIDE);
  }
  const [p, q, r] = [xx / n - (sx / n) ** 2, xy / n - (sx * sy) / n ** 2, yy / n - (sy / n) ** 2];
  const off = Math.sqrt(((p - r) / 2) ** 2 + q * q);
  return Math.sqrt(((p + r) / 2 + off) / ((p + r) / 2 - off));
}

test.each([
  ['dots', screenOf('dots', { shape: 'Round' }, at(12, 15))],
  ['marks', screenOf('marks', { shape: 'circle' }, at(12, 15))],
] as const)('%s keep their shape on a bent lattice, and are drawn with it where they are bent too', (_, screen) => {
  // A slant of 40 degrees draws circles into ellipses whose axes are (t + √(t² + 4)) / (−t + √(t² + 4)) to 1, t = tan 40°.
  const t = Math.tan((40 * Math.PI) / 180);
  const drawn = (t + Math.sqrt(t * t + 4)) / (-t + Math.sqrt(t * t + 4));
  const ratios = (what: Bend['what']) => {
    const plate = bitsOf(tintedJob(SIDE, screen, 0.25, [bent('slant', { sideways: 40 }, what)]), SIDE);
    const found: number[] = [];
    for (let y = 100; y < 320; y += 9)
      for (let x = 100; x < 320; x += 9) if (bitAt(plate, x, y)) found.push(axesRatio(plate, x, y));
    return found.sort((a, b) => a - b)[Math.floor(found.length / 2)]!;
  };
  expect(ratios('lattice')).toBeLessThan(1.1);
  expect(ratios('marks')).toBeGreaterThan(drawn * 0.93);
  expect(ratios('marks')).toBeLessThan(drawn * 1.07);
});
