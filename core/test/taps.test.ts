import fc from 'fast-check';
import { makeTaps, WEIGHT_ONE } from '../src/raster/taps.ts';

/** What a result of taps is for a row of source values. */
const apply = (
  source: readonly number[],
  from: number,
  length: number,
  offset: number,
  scale: number,
): (number | null)[] => {
  const taps = makeTaps(from, length, source.length, offset, scale);
  return Array.from({ length }, (_, k) => {
    if (k < taps.first || k >= taps.last) return null;
    let sum = 0;
    for (let t = 0; t < taps.count; t++)
      sum += (source[taps.starts[k]! + t] ?? Number.NaN) * taps.weights[k * taps.count + t]!;
    return sum / WEIGHT_ONE;
  });
};

describe('resampling taps', () => {
  test('weights of every result sum to one and reach only what is there', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0.03, max: 9, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.integer({ min: -20, max: 60 }),
        (size, scale, offset, from) => {
          const taps = makeTaps(from, 80, size, offset, scale);
          for (let k = taps.first; k < taps.last; k++) {
            let sum = 0;
            for (let t = 0; t < taps.count; t++) sum += taps.weights[k * taps.count + t]!;
            if (sum !== WEIGHT_ONE) return false;
            if (taps.starts[k]! < 0 || taps.starts[k]! + taps.count > size) return false;
          }
          return taps.first >= 0 && taps.last <= 80;
        },
      ),
      { numRuns: 300 },
    );
  });

  test('a flat row stays flat at any scale', () => {
    for (const scale of [0.07, 0.5, 0.999, 1.3, 4]) {
      for (const value of apply(new Array(50).fill(1000), 0, 40, 0, scale))
        if (value !== null) expect(value).toBeCloseTo(1000, 9);
    }
  });

  test('reducing by whole numbers is the mean of whole groups (definition of area sampling)', () => {
    const source = Array.from({ length: 24 }, (_, k) => (k * 37) % 101);
    const made = apply(source, 0, 6, 0, 0.25);
    made.forEach((value, k) => {
      expect(value).toBeCloseTo((source[4 * k]! + source[4 * k + 1]! + source[4 * k + 2]! + source[4 * k + 3]!) / 4, 1);
    });
  });

  test('reducing keeps the sum of light', () => {
    const source = Array.from({ length: 90 }, (_, k) => 500 + 400 * Math.sin(k));
    const made = apply(source, 0, 63, 0, 0.7);
    const sum = made.reduce<number>((a, v) => a + (v ?? 0), 0) / 0.7;
    expect(Math.abs(sum / source.reduce((a, b) => a + b) - 1)).toBeLessThan(0.002);
  });

  test('enlarging goes through a straight slope and overshoots an edge by no more than a twelfth (Catmull–Rom)', () => {
    const slope = Array.from({ length: 20 }, (_, k) => 100 * k);
    const made = apply(slope, 0, 80, 0, 4);
    for (let k = 16; k < 60; k++) expect(made[k]).toBeCloseTo(100 * ((k + 0.5) / 4 - 0.5), 0);
    const edge = apply([0, 0, 0, 0, 0, 1000, 1000, 1000, 1000, 1000], 0, 40, 0, 4) as number[];
    expect(Math.max(...edge)).toBeLessThan(1000 * (1 + 1 / 12));
    expect(Math.min(...edge)).toBeGreaterThan(-1000 / 12);
  });

  test('what a result is does not depend on where the asked part begins', () => {
    const source = Array.from({ length: 60 }, (_, k) => (k * 7919) % 997);
    const whole = apply(source, -10, 100, 3.3, 1.37);
    const part = apply(source, 20, 30, 3.3, 1.37);
    expect(part).toEqual(whole.slice(30, 60));
  });
});
