import fc from 'fast-check';
import {
  areaFromDensity,
  compensated,
  curveThrough,
  DEFAULT_TONE,
  densityFromArea,
  pressOf,
  toneOfDarkness,
  toneTable16,
  toneTable8,
  type ToneSettings,
} from '../../src/index.ts';

const even = (part: Partial<ToneSettings>): ToneSettings => ({ ...DEFAULT_TONE, meaning: 'even', ...part });

describe('curve through points (Fritsch & Carlson 1980)', () => {
  const rising = fc
    .uniqueArray(fc.integer({ min: 0, max: 100 }), { minLength: 2, maxLength: 9 })
    .chain((xs) =>
      fc.tuple(fc.constant(xs.sort((a, b) => a - b)), fc.array(fc.nat(100), { minLength: 9, maxLength: 9 })),
    )
    .map(([xs, ys]) => {
      const up = ys.slice(0, xs.length).sort((a, b) => a - b);
      return xs.map((x, k) => ({ x: x / 100, y: up[k]! / 100 }));
    });

  test('goes through every point and never falls where the points rise', () => {
    fc.assert(
      fc.property(rising, (points) => {
        const curve = curveThrough(points);
        if (points.some((p) => Math.abs(curve(p.x) - p.y) > 1e-9)) return false;
        for (let k = 1; k <= 200; k++) if (curve(k / 200) < curve((k - 1) / 200) - 1e-9) return false;
        return true;
      }),
      { numRuns: 200 },
    );
  });

  test('two points are a straight line; a valley is kept', () => {
    const line = curveThrough([
      { x: 0, y: 0.2 },
      { x: 1, y: 0.7 },
    ]);
    expect(line(0.5)).toBeCloseTo(0.45, 12);
    const valley = curveThrough([
      { x: 0, y: 1 },
      { x: 0.5, y: 0 },
      { x: 1, y: 1 },
    ]);
    expect(valley(0.5)).toBe(0);
    expect(valley(0.25)).toBeCloseTo(valley(0.75), 12);
  });
});

describe('point settings of tone', () => {
  test('contrast keeps the ends and the middle, and is undone by its opposite', () => {
    for (const x of [0, 0.5, 1]) expect(toneOfDarkness(x, even({ contrast: 0.6 }))).toBeCloseTo(x, 9);
    expect(toneOfDarkness(0.3, even({ contrast: 0.6 }))).toBeLessThan(0.2);
    const back = toneOfDarkness(toneOfDarkness(0.3, even({ contrast: 0.6 })), even({ contrast: -0.6 }));
    expect(back).toBeCloseTo(0.3, 6);
  });

  test('steps give just as many tones, from bare to solid', () => {
    for (const steps of [2, 3, 7, 64]) {
      for (const table of [toneTable8(even({ steps })), toneTable16(even({ steps }), false)]) {
        const found = [...new Set(table)].sort((a, b) => a - b);
        expect(found.length).toBe(steps);
        expect([found[0], found.at(-1)]).toEqual([0, 65535]);
      }
    }
  });

  test('invert turns the picture round', () => {
    expect(toneOfDarkness(0.2, even({ invert: true }))).toBeCloseTo(0.8, 9);
  });

  test('a free curve acts after ends and contrast', () => {
    const curve = [
      { x: 0, y: 0 },
      { x: 0.5, y: 0.25 },
      { x: 1, y: 1 },
    ];
    expect(toneOfDarkness(0.4, even({ lights: 0.2, darks: 0.6, curve }))).toBeCloseTo(0.25, 9);
  });
});

describe('dot area from density (Murray & Davies 1936; Yule & Nielsen 1951)', () => {
  test('the worked example: 0.30 against a solid of 1.40 is 0.52', () => {
    // (1 − 10^−0.30) / (1 − 10^−1.40) = 0.49881 / 0.96019 by hand.
    expect(areaFromDensity(0.3, 1.4)).toBeCloseTo(0.51949, 5);
  });
  test('n above 1 finds a smaller dot, and both ways agree', () => {
    expect(areaFromDensity(0.3, 1.4, 1.7)).toBeLessThan(areaFromDensity(0.3, 1.4));
    for (const n of [1, 1.7, 2]) expect(areaFromDensity(densityFromArea(0.37, 1.4, n), 1.4, n)).toBeCloseTo(0.37, 9);
  });
});

describe('dot gain', () => {
  const MEASURED = [
    { x: 0, y: 0 },
    { x: 0.1, y: 0.16 },
    { x: 0.25, y: 0.38 },
    { x: 0.5, y: 0.72 },
    { x: 0.75, y: 0.91 },
    { x: 1, y: 1 },
  ];
  test.each([
    ['value', even({ gain: 0.22 })],
    ['falling value', even({ gain: -0.15 })],
    ['measured table', even({ gainFrom: 'table', gainTable: MEASURED })],
  ])('%s: the press makes of what is asked what was wished', (_name, tone) => {
    const press = pressOf(tone)!;
    for (let k = 0; k <= 100; k++) expect(press(compensated(k / 100, press))).toBeCloseTo(k / 100, 5);
    expect(press(toneOfDarkness(0.5, tone))).toBeCloseTo(0.5, 5);
  });
  test('the value is what 50 % grows by; a table is met where it was measured', () => {
    expect(pressOf(even({ gain: 0.22 }))!(0.5)).toBeCloseTo(0.72, 9);
    const press = pressOf(even({ gainFrom: 'table', gainTable: MEASURED }))!;
    for (const { x, y } of MEASURED) expect(press(x)).toBeCloseTo(y, 9);
  });
  test('nothing measured changes nothing', () => {
    expect(pressOf(even({ gainFrom: 'table' }))).toBeNull();
    expect(pressOf(even({}))).toBeNull();
  });
});
