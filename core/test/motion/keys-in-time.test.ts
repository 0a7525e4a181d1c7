import fc from 'fast-check';
import {
  canMove,
  eased,
  EASE_NAMES,
  keyedValue,
  LINEAR,
  settingAt,
  STRAIGHT,
  valueAt,
  withKey,
} from '../../src/index.ts';
import { key } from './moving-jobs.ts';

const angle = settingAt('screen.angle')!.param;
const seed = settingAt('screen.seed')!.param;

describe('the way between two keys', () => {
  test.each(EASE_NAMES)('%s begins at the first key and ends at the next', (ease) => {
    expect(eased({ ease, curve: STRAIGHT }, 0)).toBe(0);
    expect(eased({ ease, curve: STRAIGHT }, 1)).toBe(1);
  });

  test('ease is level at both ends, and half way in the middle', () => {
    const at = (u: number) => eased({ ease: 'ease', curve: STRAIGHT }, u);
    expect(at(0.5)).toBeCloseTo(0.5, 12);
    expect(at(0.01)).toBeLessThan(0.0004);
    expect(1 - at(0.99)).toBeLessThan(0.0004);
    // u²(3 − 2u) by hand at a quarter: 1/16 · 5/2.
    expect(at(0.25)).toBeCloseTo(0.15625, 12);
  });

  test('hold jumps at the next key alone', () => {
    expect(eased({ ease: 'hold', curve: STRAIGHT }, 0.999)).toBe(0);
  });

  test('an own curve is followed through its points', () => {
    const curve = [
      { x: 0, y: 0 },
      { x: 0.3, y: 0.8 },
      { x: 1, y: 1 },
    ];
    expect(eased({ ease: 'curve', curve }, 0.3)).toBeCloseTo(0.8, 12);
    expect(eased({ ease: 'curve', curve }, 0.15)).toBeGreaterThan(0.3);
  });
});

describe('the value of a track', () => {
  const keys = [key(1, 10), key(2, 30), key(4, 10)];

  test('stays before the first key and after the last', () => {
    expect(keyedValue(keys, 0)).toBe(10);
    expect(keyedValue(keys, 9)).toBe(10);
    expect(keyedValue([], 1)).toBeNull();
  });

  test('goes evenly between keys', () => {
    expect(keyedValue(keys, 1.5)).toBeCloseTo(20, 12);
    expect(keyedValue(keys, 2)).toBe(30);
    expect(keyedValue(keys, 3.5)).toBeCloseTo(15, 12);
  });

  test('never leaves what lies between its keys', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5, noNaN: true }), (at) => {
        const value = keyedValue(keys, at) as number;
        return value >= 10 - 1e-9 && value <= 30 + 1e-9;
      }),
    );
  });

  test('is whole where its setting is, and stays within the limits of that', () => {
    expect(valueAt([key(0, 1), key(1, 4)], seed, 0.5)).toBe(3);
    expect(valueAt([key(0, -5), key(1, -5)], seed, 0.5)).toBe(0);
  });

  test('comes round by whole periods to the very number it began with', () => {
    for (const begin of [0.1, 22.5, -45, 107.3]) {
      expect(valueAt([key(0, begin), key(2, begin + 360)], angle, 2, 360)).toBe(begin);
      expect(valueAt([key(0, begin), key(2, begin - 720)], angle, 2, 360)).toBe(begin);
    }
    expect(valueAt([key(0, 30), key(2, 390)], angle, 1, 360)).toBe(210);
  });

  test('choices and switches jump at their key', () => {
    const family = settingAt('screen.family')!.param;
    expect(valueAt([key(0, 'dots'), key(1, 'lines')], family, 0.99)).toBe('dots');
    expect(valueAt([key(0, 'dots'), key(1, 'lines')], family, 1)).toBe('lines');
    expect(valueAt([key(0, false), key(1, true)], settingAt('screen.oneTone')!.param, 1)).toBe(true);
  });

  test('colours are mixed', () => {
    const { param } = settingAt('made.shape.colours')!;
    expect(valueAt([key(0, '#000000'), key(1, '#ff8000')], param, 0.5)).toEqual(['#804000']);
  });

  test('curves, points and texts have no keys', () => {
    for (const path of ['tone.curve', 'marks.text', 'feed.part']) {
      const found = settingAt(path);
      if (found) expect(canMove(found.param)).toBe(found.param.kind === 'choice');
    }
  });
});

test('a key at the time of another one takes its place, and keys stay in order', () => {
  const keys = [key(0, 1), key(1, 2)];
  expect(withKey(keys, key(1.01, 5), 24).map(({ at, value }) => [at, value])).toEqual([
    [0, 1],
    [1.01, 5],
  ]);
  expect(withKey(keys, key(0.5, 9), 24).map(({ at }) => at)).toEqual([0, 0.5, 1]);
  expect(withKey([], { ...LINEAR, at: 3, value: 1 }, 24)).toHaveLength(1);
});
