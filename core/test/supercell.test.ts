import fc from 'fast-check';
import {
  actualScreen,
  convertFrequency,
  actualBasis,
  areaOf,
  findSupercell,
  findSupercellOf,
  greySteps,
  LARGEST_PITCH,
  lpiOf,
  pitchOf,
  SMALLEST_PITCH,
} from '../src/index.ts';
import { latticeOf, latticePositions } from '../src/screen/periodic/positions.ts';
import { rankKey, ranksOf } from '../src/screen/periodic/rank.ts';
import { angleApart } from './angles.ts';

const pitches = fc.double({ min: SMALLEST_PITCH, max: 120, noNaN: true });
const angles = fc.double({ min: -180, max: 360, noNaN: true });

describe('supercells', () => {
  test('any pitch and angle are met within 0.1 % and 0.05°', () => {
    fc.assert(
      fc.property(pitches, angles, (pitch, angle) => {
        const made = actualScreen(findSupercell(pitch, angle));
        return Math.abs(made.pitch / pitch - 1) < 0.001 && angleApart(made.angle, angle, 360) < 0.05;
      }),
      { numRuns: 300 },
    );
  });

  test('a draft is small and near', () => {
    fc.assert(
      fc.property(fc.double({ min: 3, max: 60, noNaN: true }), angles, (pitch, angle) => {
        const cell = findSupercell(pitch, angle, true);
        const made = actualScreen(cell);
        return (
          cell.x1 ** 2 + cell.y1 ** 2 <= 2 ** 17 &&
          Math.abs(made.pitch / pitch - 1) < 0.01 &&
          angleApart(made.angle, angle, 360) < 0.6
        );
      }),
      { numRuns: 200 },
    );
  });

  test('any other lattice is met as nearly, both vectors of it', () => {
    const lattices = fc.constantFrom(
      { ax: 1, ay: 0, bx: 0.5, by: Math.sqrt(0.75) },
      { ax: 1, ay: 0, bx: 0.5, by: 1 },
      { ax: 6, ay: 0, bx: 0, by: 1 },
    );
    fc.assert(
      fc.property(fc.double({ min: 4, max: 60, noNaN: true }), angles, lattices, (pitch, angle, shape) => {
        const basis = { ax: shape.ax * pitch, ay: 0, bx: shape.bx * pitch, by: shape.by * pitch };
        const cell = findSupercellOf(basis, angle);
        const made = actualBasis(cell);
        const turn = (angle * Math.PI) / 180;
        const [c, s] = [Math.cos(turn), Math.sin(turn)];
        const off = (x: number, y: number, ax: number, ay: number) =>
          Math.hypot(x - (ax * c - ay * s), y - (ax * s + ay * c)) / Math.hypot(ax, ay);
        return (
          areaOf(cell) > 0 &&
          off(made.ax, made.ay, basis.ax, basis.ay) < 0.001 &&
          off(made.bx, made.by, basis.bx, basis.by) < 0.001
        );
      }),
      // The example lies so near to a lattice of whole pixels that no long vector is much nearer than a short one.
      { numRuns: 150, examples: [[59.99740015854853, 0.029220015219989286, { ax: 1, ay: 0, bx: 0.5, by: 1 }]] },
    );
  });

  test('where one vector is six times the other, the shorter is met as well', () => {
    const cell = findSupercellOf({ ax: 6 * 41.975002120766455, ay: 0, bx: 0, by: 41.975002120766455 }, 0);
    const made = actualBasis(cell);
    expect(Math.hypot(made.bx, made.by - 41.975002120766455) / 41.975).toBeLessThan(0.001);
  });

  test('screens that the grid holds are exact', () => {
    for (const [pitch, angle] of [
      [10, 0],
      [10, 90],
      [Math.SQRT2 * 4, 45],
      [Math.sqrt(10), (Math.atan2(1, 3) * 180) / Math.PI],
    ] as const) {
      const made = actualScreen(findSupercell(pitch, angle));
      expect(made.pitch).toBeCloseTo(pitch, 9);
      expect(angleApart(made.angle, angle, 360)).toBeLessThan(1e-6);
    }
  });

  test.each([1.9, 0, -4, Number.NaN, LARGEST_PITCH + 1])('a pitch of %d is refused', (pitch) => {
    expect(() => findSupercell(pitch, 0)).toThrow(/must be 2 to 2000 pixels/);
  });
});

describe('places in the lattice', () => {
  test('the repeat of a supercell is a whole number of cells', () => {
    fc.assert(
      fc.property(
        pitches,
        angles,
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        (pitch, angle, x, y) => {
          const cell = findSupercell(pitch, angle, true);
          const at = latticePositions(cell);
          const here = latticeOf(at, x, y);
          // One repeat along (x1, y1), y upwards, is i1 cells along and j1 across.
          const there = latticeOf(at, x + cell.x1, y - cell.y1);
          return there.u - here.u === cell.i1 * at.unit && there.v - here.v === cell.j1 * at.unit;
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('ranks', () => {
  test('are a permutation in the order of the keys', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2 ** 32 - 1 }), { minLength: 1, maxLength: 400 }), (keys) => {
        const ranks = ranksOf(Uint32Array.from(keys));
        const placed = new Array<number>(keys.length);
        ranks.forEach((rank, k) => {
          placed[rank] = keys[k]!;
        });
        return placed.every((key, k) => key !== undefined && (k === 0 || placed[k - 1]! <= key));
      }),
    );
  });

  test('the greatest spot value comes first, equal ones are told apart by place', () => {
    expect(rankKey(1, 0, 0)).toBeLessThan(rankKey(0.5, 9, 9));
    expect(rankKey(-1, 3, 4)).toBeGreaterThan(rankKey(-0.99, 3, 4));
    const equal = new Set(Array.from({ length: 50 }, (_, k) => rankKey(0.25, k, 7)));
    expect(equal.size).toBeGreaterThan(45);
  });
});

test('grey steps of one cell: 30 lpi at 300 ppi gives 101 (common practice)', () => {
  expect(greySteps(300, 30)).toBe(101);
});

describe('frequency', () => {
  test.each([
    [{ value: 30, per: 'lpi' }, 10],
    [{ value: 11.811, per: 'lpcm' }, 10],
    [{ value: 0.84667, per: 'mm' }, 10],
    [{ value: 10, per: 'px' }, 10],
    [{ value: 248, per: 'across' }, 10],
  ] as const)('%j at 300 ppi on 2480 pixels', (frequency, pitch) => {
    expect(pitchOf(frequency, 300, 2480)).toBeCloseTo(pitch, 3);
    expect(lpiOf(frequency, 300, 2480)).toBeCloseTo(30, 2);
  });

  test('conversion keeps the pitch', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('lpi', 'lpcm', 'mm', 'px', 'across'),
        fc.constantFrom('lpi', 'lpcm', 'mm', 'px', 'across'),
        fc.double({ min: 1, max: 100, noNaN: true }),
        (from, to, value) => {
          const before = pitchOf({ value, per: from }, 450, 3000);
          const after = pitchOf(convertFrequency({ value, per: from }, to, 450, 3000), 450, 3000);
          return Math.abs(after / before - 1) < 1e-9;
        },
      ),
    );
  });
});
