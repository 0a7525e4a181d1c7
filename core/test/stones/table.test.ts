import { apart } from '../../src/stones/table/apart.ts';
import { footprintOf } from '../../src/stones/table/footprint.ts';
import { STONE_SHAPES } from '../../src/stones/table/shapes/index.ts';
import { DEFAULT_STONES } from '../../src/stones/table/table.ts';
import { readColoursCsv, readSizesCsv, writeColoursCsv, writeSizesCsv } from '../../src/stones/table/table-csv.ts';
import { tableFault } from '../../src/stones/table/table-fault.ts';
import { createJob, JobError, readJob } from '../../src/index.ts';

const size = (shape: string, width: number, height = width) => ({
  ...DEFAULT_STONES.sizes[0]!,
  name: shape,
  shape,
  width,
  height,
});

describe('shapes', () => {
  test('cover the areas of their formulas to 1 µm of their edges', () => {
    expect(footprintOf(size('round', 4)).area).toBeCloseTo(Math.PI * 4, 9);
    expect(footprintOf(size('square', 4, 3)).area).toBeCloseTo(12, 9);
    const oval = footprintOf(size('oval', 6, 4)).area;
    expect(Math.abs(oval - Math.PI * 6)).toBeLessThan(0.001 * 16);
    // A drop: the lower part of a circle of radius 2 and two tangents from a point 4 above its middle.
    const half = Math.acos(2 / 4);
    const drop = 4 * (Math.PI - half) + 2 * Math.sqrt(16 - 4);
    expect(Math.abs(footprintOf(size('drop', 4, 6)).area - drop)).toBeLessThan(0.001 * 14);
  });

  test('are as wide and as high as they say, convex, and clockwise on paper', () => {
    for (const { name, corners } of STONE_SHAPES) {
      const p = corners(5, 8);
      if (!p) continue;
      const xs = Array.from(p).filter((_, k) => k % 2 === 0);
      const ys = Array.from(p).filter((_, k) => k % 2 === 1);
      const spans = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
      expect(Math.abs(spans[0]! - 5) + Math.abs(spans[1]! - 8)).toBeLessThan(0.003);
      const n = p.length;
      for (let k = 0; k < n; k += 2) {
        const at = (m: number) => [p[(k + m) % n]!, p[(k + m + 1) % n]!] as const;
        const [[ax, ay], [bx, by], [cx, cy]] = [at(0), at(2), at(4)];
        if ((bx - ax) * (cy - by) - (by - ay) * (cx - bx) < -1e-9) throw new Error(`${name} has a bay.`);
      }
    }
  });

  test('know how far apart they lie: squares side by side and turned, a square and a circle, and how deep they overlap', () => {
    const [square, round] = [footprintOf(size('square', 2)), footprintOf(size('round', 2))];
    expect(apart(square, 0, square, 0, 3, 0)).toBeCloseTo(1, 9);
    expect(apart(square, 45, square, 45, 4, 0)).toBeCloseTo(4 - 2 * Math.SQRT2, 6);
    expect(apart(square, 0, square, 0, 3, 3)).toBeCloseTo(Math.SQRT2, 9);
    expect(apart(square, 0, round, 0, 3, 3)).toBeCloseTo(2 * Math.SQRT2 - 1, 9);
    expect(apart(square, 0, square, 0, 1.5, 0)).toBeCloseTo(-0.5, 9);
    expect(apart(round, 0, round, 0, 1.5, 0)).toBeCloseTo(-0.5, 9);
  });
});

describe('a table', () => {
  test('with two sizes alike, two of one name, or none, is refused in one sentence', () => {
    const { sizes, colours } = DEFAULT_STONES;
    expect(tableFault(DEFAULT_STONES)).toBeNull();
    expect(tableFault({ sizes: [...sizes, { ...sizes[0]!, name: 'Six' }], colours })).toBe(
      'SS6 and Six are alike in shape and size; keep one of them.',
    );
    expect(tableFault({ sizes: [...sizes, { ...sizes[0]!, width: 9 }], colours })).toBe(
      'Two sizes are called SS6; give each a name of its own.',
    );
    expect(tableFault({ sizes: [], colours })).toMatch(/at least one size/);
    expect(tableFault({ sizes, colours: [...colours, colours[0]!] })).toMatch(/^Two colours are called Clear/);
    const job = createJob('x', 'p');
    const twice = { ...job, stones: { ...job.stones, sizes: [sizes[0], { ...sizes[0], name: 'Six' }] } };
    expect(() => readJob(JSON.parse(JSON.stringify(twice)))).toThrow(JobError);
  });

  test('is written and read back', () => {
    expect(readSizesCsv(writeSizesCsv(DEFAULT_STONES.sizes))).toEqual(DEFAULT_STONES.sizes);
    const named = [{ name: 'Gold, "warm"', colour: '#f2c230' }];
    expect(readColoursCsv(writeColoursCsv(named))).toEqual(named);
    expect(readSizesCsv('\ufeffQ4,square,4,3\r\nSS6,round,2\r\n')).toMatchObject([
      { name: 'Q4', shape: 'square', width: 4, height: 3, bag: 1440 },
      { name: 'SS6', shape: 'round', width: 2, height: 2 },
    ]);
  });

  test.each([
    ['', 'The file holds no sizes; it needs a line such as SS10,round,2.8.'],
    ['SS6,star,2', 'Line 1: the shape must be one of round, square, oval, drop, not "star".'],
    ['name,shape\nSS6,round,wide', 'Line 2: width_mm must be a number from 0.3 to 100, not "wide".'],
    ['SS6,round,-2', 'Line 1: width_mm must be a number from 0.3 to 100, not "-2".'],
    ['SS6,round', 'Line 1 has no width in mm.'],
    ['"SS6,round,2', 'Line 1 has a quotation mark that is not closed.'],
    ['A,round,2\nB,round,2', 'A and B are alike in shape and size; keep one of them.'],
  ])('of nonsense is refused by its line: %j', (text, said) => {
    expect(() => readSizesCsv(text)).toThrow(said);
  });

  test('of colours that are none is refused by its line', () => {
    expect(() => readColoursCsv('Red,#f00')).toThrow('Line 1 has no colour such as #f2c230 behind the name.');
    expect(() => readColoursCsv('name,colour\n,#ff0000')).toThrow('Line 2 has no name of a colour.');
  });
});
