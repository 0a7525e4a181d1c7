import { type Bend, type Job, newBend } from '../../src/index.ts';
import { bendSheet, readyBends } from '../../src/bend/bends.ts';
import { growthOf } from '../../src/bend/slopes.ts';
import type { Mark } from '../../src/marks/mark.ts';
import { outlineArea, placed } from '../../src/marks/outline.ts';
import { planFillMarks } from '../../src/print/plan-marks.ts';
import { kernels } from '../plates.ts';
import { lpi, screenOf } from '../screens.ts';
import { bitsOf, coverageIn, tintedJob } from './plates.ts';

const SIDE = 600;
const MM = (SIDE / 300) * 25.4;
const SHEET = { width: MM, height: MM };
const bent = (kind: string, settings: Record<string, unknown>, what: Bend['what'] = 'lattice'): Bend => {
  const made = newBend(kind, SHEET, what);
  return { ...made, settings: { ...made.settings, ...settings } };
};
const at = { frequency: lpi(15), angle: 10 };

function marksOf(job: Job): Map<number, Mark> {
  const pass = job.passes[0]!;
  const { bands } = planFillMarks({ kernels, pictures: () => null }, job, pass, pass.fills[0]);
  return new Map([...bands()].flat().map((mark) => [mark.id, mark]));
}

const SCREEN = screenOf('marks', { shape: 'polygon', sides: 4 }, at);
const BENDS = [
  ['swirl', bent('swirl', { turn: 90 })],
  ['wave', bent('wave', { length: 30, height: 3, direction: 40 })],
  [
    'pins',
    {
      ...newBend('pins', SHEET),
      settings: {
        ...newBend('pins', SHEET).settings,
        pins: [10, 10, 14, 12, 40, 10, 40, 10, 40, 40, 37, 42, 10, 40, 10, 40],
      },
    },
  ],
] as const;

describe.each(BENDS)('marks under a %s', (_, own) => {
  const straight = marksOf(tintedJob(SIDE, SCREEN, 0.4, []));
  const { lattice } = readyBends([own], bendSheet({ width: MM, height: MM, bleed: 0, ppi: 300 }));
  const there = ({ x, y }: { x: number; y: number }) => {
    const out = { x: 0, y: 0 };
    lattice!.forth(x, y, out);
    return out;
  };

  test('stand where the bend takes their places, and keep their outline and their share of their cell', () => {
    const moved = marksOf(tintedJob(SIDE, SCREEN, 0.4, [own]));
    expect(moved.size).toBeGreaterThan(0.8 * straight.size);
    let seen = 0;
    for (const [id, mark] of moved) {
      const before = straight.get(id);
      if (!before) continue;
      seen++;
      const to = there(before);
      expect(Math.hypot(mark.x - to.x, mark.y - to.y)).toBeLessThan(0.02);
      expect(mark.unit.path).toBe(before.unit.path);
      const area = outlineArea(placed(mark.unit.outline, mark.matrix));
      expect(area / mark.site.area).toBeCloseTo(0.4, 2);
      // It is turned and sized, and nothing else.
      const [a, b, c, d] = mark.matrix;
      expect(a * c + b * d).toBeCloseTo(0, 6);
      expect(Math.hypot(a, b)).toBeCloseTo(Math.hypot(c, d), 6);
    }
    expect(seen).toBeGreaterThan(0.8 * straight.size);
  });

  test('are bent as a whole where the bend says so: each of their corners goes where it is taken', () => {
    const moved = marksOf(tintedJob(SIDE, SCREEN, 0.4, [{ ...own, what: 'marks' }]));
    let seen = 0;
    for (const [id, mark] of moved) {
      const before = straight.get(id);
      if (!before || before.x < 60 || before.y < 60 || before.x > 540 || before.y > 540) continue;
      seen++;
      const corners = placed(before.unit.outline, before.matrix)[0]!;
      const points = placed(mark.unit.outline, mark.matrix)[0]!;
      for (let k = 0; k < corners.length; k += 2) {
        const to = there({ x: corners[k]!, y: corners[k + 1]! });
        let near = Infinity;
        for (let n = 0; n < points.length; n += 2)
          near = Math.min(near, Math.hypot(points[n]! - to.x, points[n + 1]! - to.y));
        expect(near).toBeLessThan(0.02);
      }
    }
    expect(seen).toBeGreaterThan(100);
  });

  test.each(['lattice', 'marks'] as const)('keep their tone within 1 %%: %s', (what) => {
    // Circles that keep their shape in cells drawn out by half lie over each other from half tone on.
    for (const tone of [0.15, 0.35]) {
      const plate = bitsOf(
        tintedJob(SIDE, screenOf('marks', { shape: 'circle' }, { frequency: lpi(40), angle: 10 }), tone, [
          { ...own, what },
        ]),
        SIDE,
      );
      for (const [x, y] of [
        [0, 0],
        [150, 150],
        [300, 280],
      ] as const) {
        expect(Math.abs(coverageIn(plate, x, y, 300) - tone)).toBeLessThan(0.01);
      }
    }
  });
});

test('a lattice bend and one of marks too: the marks are drawn by the second alone', () => {
  const bends = [bent('fan', { spread: 60 }), bent('slant', { sideways: 30 }, 'marks')];
  const t = Math.tan(Math.PI / 6);
  const drawn = (t + Math.sqrt(t * t + 4)) / (-t + Math.sqrt(t * t + 4));
  for (const {
    matrix: [a, b, c, d],
  } of marksOf(tintedJob(SIDE, SCREEN, 0.4, bends)).values()) {
    const { most, least } = growthOf({ xx: a, xy: c, yx: b, yy: d });
    expect(most / least).toBeCloseTo(drawn, 2);
  }
});

test('what a fold hides is left out, and marks beyond the edge come in', () => {
  const fold = newBend('mesh', SHEET);
  const handles = [...(fold.settings.handles as number[])];
  handles[10] = 46;
  const folded = marksOf(tintedJob(SIDE, SCREEN, 0.4, [{ ...fold, settings: { ...fold.settings, handles } }]));
  const { lattice } = readyBends(
    [{ ...fold, settings: { ...fold.settings, handles } }],
    bendSheet({ width: MM, height: MM, bleed: 0, ppi: 300 }),
  );
  const out = { x: 0, y: 0 };
  for (const { x, y, site } of folded.values()) {
    lattice!.back(x, y, out);
    expect(Math.hypot(out.x - site.before!.x, out.y - site.before!.y)).toBeLessThan(1);
  }
  // The slopes of a wave that moves the sheet to the right by 10 mm at its crest show what lay on its left.
  const waved = marksOf(
    tintedJob(SIDE, SCREEN, 0.4, [bent('wave', { height: 10, length: 200, direction: 90, phase: 90 })]),
  );
  expect([...waved.values()].some(({ site }) => site.before!.x > SIDE + 20 || site.before!.x < -20)).toBe(true);
});
