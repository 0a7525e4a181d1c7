import { createJob, DEFAULT_TONE, type Tone, toneOfDarkness } from '@chromatype/core';
import { readFrequency } from '../src/bench/chain/screen/frequency-text.ts';
import { possibleSheet } from '../src/bench/chain/possible-sheet.ts';
import { pulled, turned } from '../src/bench/dial/turning.ts';
import { remaining } from '../src/bench/output/remaining.ts';
import { handlePlace, moveHandle } from '../src/bench/ramp/handles.ts';
import { showBytes } from '../src/ui/bytes.ts';
import { readNumber, showNumber } from '../src/ui/number-text.ts';

const MM = { unit: 'mm', digits: 2, units: { cm: (v: number) => v * 10, in: (v: number) => v * 25.4 } };

describe('numbers with units', () => {
  test.each([
    ['12', 12],
    ['12 mm', 12],
    [' 1,5cm ', 15],
    ['2 in', 50.8],
    ['2"', 50.8],
    ['-.5', -0.5],
    ['12 kg', null],
    ['', null],
    ['1 2', null],
  ])('%j reads as %s mm', (text, value) => {
    expect(readNumber(text, MM)).toBe(value);
  });

  test('percent fields hold fractions', () => {
    const percent = { unit: '%', digits: 1, shown: 100 };
    expect(readNumber('7.5 %', percent)).toBeCloseTo(0.075);
    expect(showNumber(0.075, percent)).toBe('7.5 %');
    expect(showNumber(22.5, { unit: '°', digits: 2 })).toBe('22.5°');
    expect(readNumber('45 deg', { unit: '°', digits: 2 })).toBe(45);
  });

  test.each([
    ['12 lpi', { value: 12, per: 'lpi' }],
    ['0,8 mm', { value: 0.8, per: 'mm' }],
    ['24 l/cm', { value: 24, per: 'lpcm' }],
    ['60 ×', { value: 60, per: 'across' }],
    ['12', null],
    ['0 mm', null],
    ['x lpi', null],
  ])('%j is a frequency', (text, frequency) => {
    expect(readFrequency(text)).toEqual(frequency);
  });

  test('file sizes', () => {
    expect([999, 45_600, 2_640_000, 48_000_000].map(showBytes)).toEqual(['999 bytes', '46 kB', '2.6 MB', '48 MB']);
  });
});

describe('dial', () => {
  const job = createJob('x', 'p');
  test('turns by tenths, or to steps of 7.5° when asked, and stays within a turn', () => {
    expect(turned(45, 12.34, false)).toBe(57.3);
    expect(turned(45, 6, true)).toBe(52.5);
    expect(turned(5, -10, false)).toBe(355);
  });

  test('pulls the pitch: 100 pixels double it; the unit stays', () => {
    expect(pulled(job, 'lpi', 10, 100)).toEqual({ per: 'lpi', value: 15 });
    expect(pulled(job, 'mm', 10, 0).value).toBeCloseTo(0.8467, 3);
    expect(pulled(job, 'px', 10, -10000)).toEqual({ per: 'px', value: 2 });
  });

  test('a sheet that breaks a pass is explained', () => {
    expect(possibleSheet(job, { ...job.sheet, ppi: 40 }, 2 ** 31)).toMatch(/cells of Black/);
    expect(possibleSheet(job, { ...job.sheet, width: 3000, height: 3000, ppi: 2400 }, 2 ** 31)).toMatch(/too many/);
    expect(possibleSheet(job, job.sheet, 2 ** 31)).toBeNull();
  });
});

describe('ramp handles', () => {
  const tone = { ...DEFAULT_TONE, lights: 0.1, middle: 1, darks: 0.9, meaning: 'even' };
  test('the middle stands where the curve passes one half', () => {
    expect(handlePlace(tone, 'middle')).toBeCloseTo(0.5);
    expect(moveHandle(tone, 'middle', handlePlace({ ...tone, middle: 1.7 }, 'middle')).middle).toBeCloseTo(1.7, 2);
  });
  test.each([
    { contrast: 0.6 },
    { contrast: -0.4, middle: 1.5 },
    {
      curve: [
        { x: 0, y: 0 },
        { x: 0.3, y: 0.6 },
        { x: 1, y: 1 },
      ],
    },
    {
      curve: [
        { x: 0, y: 0 },
        { x: 0.6, y: 0.3 },
        { x: 1, y: 1 },
      ],
      contrast: 0.5,
      middle: 0.7,
    },
    {
      curve: [
        { x: 0, y: 0 },
        { x: 0.4, y: 0.8 },
        { x: 1, y: 1 },
      ],
      invert: true,
    },
  ])('with contrast and a free curve too: %j', (change) => {
    const bent = { ...tone, ...change } as Tone;
    const place = handlePlace(bent, 'middle');
    expect(Math.abs(toneOfDarkness(place, bent) - 0.5)).toBeLessThan(0.004);
    // Where it is put, there the half then is.
    const moved = { ...bent, ...moveHandle(bent, 'middle', place + 0.08) };
    expect(Math.abs(toneOfDarkness(place + 0.08, moved) - 0.5)).toBeLessThan(0.01);
  });
  test('ends do not cross', () => {
    expect(moveHandle(tone, 'lights', 0.95).lights).toBeCloseTo(0.86);
    expect(moveHandle(tone, 'darks', 0).darks).toBeCloseTo(0.14);
    expect(moveHandle(tone, 'lights', -3).lights).toBe(0);
  });
});

test('what is left of a run follows its pace', () => {
  const first = { at: 0, share: 0.1 };
  expect(remaining({ progress: 0.11 }, first, 500)).toBeNull();
  expect(remaining({ progress: 0.6 }, first, 5000)).toBe('4 s left');
  expect(remaining({ progress: 0.2 }, first, 60_000)).toBe('8 min left');
});
