import fc from 'fast-check';
import { actualBasis, actualScreen, areaOf, findSupercell, type Supercell } from '../src/index.ts';
import { findSupercellInStep } from '../src/screen/periodic/supercells-in-step.ts';
import { angleApart } from './angles.ts';

/** Frequencies of both directions of a lattice, in cycles a pixel, and the same turned by 180°. */
function frequenciesOf(cell: Supercell): [number, number][] {
  const { ax, ay } = actualBasis(cell);
  const size = ax * ax + ay * ay;
  const [x, y] = [ax / size, ay / size];
  return [
    [x, y],
    [-y, x],
    [-x, -y],
    [y, -x],
  ];
}

/** The slowest beat that three lattices make together, in cycles a pixel. */
function beatOf(cells: readonly Supercell[]): number {
  const [a, b, c] = cells.map(frequenciesOf) as [[number, number][], [number, number][], [number, number][]];
  return Math.min(
    ...a.flatMap(([ax, ay]) => b.flatMap(([bx, by]) => c.map(([cx, cy]) => Math.hypot(ax + bx + cx, ay + by + cy)))),
  );
}

const threeAt = (pitch: number, angle: number) => [0, 30, 60].map((turn) => findSupercellInStep(pitch, angle + turn));

describe('the three screens of a rosette (grating superposition: their frequencies add up to none)', () => {
  test.each([
    [300, 35],
    [300, 45],
    [300, 60],
    [300, 85],
    [600, 30],
    [600, 45],
    [600, 85],
    [1200, 60],
    [1200, 133],
  ])('at %d ppi and %d lpi they keep step exactly at 15, 45 and 75°, where each alone would drift', (ppi, lpi) => {
    const pitch = ppi / lpi;
    const cells = threeAt(pitch, 15);
    expect(beatOf(cells)).toBeLessThan(1e-12);
    expect(beatOf([15, 45, 75].map((angle) => findSupercell(pitch, angle)))).toBeGreaterThan(1e-6);
    expect(new Set(cells.map(({ x1, y1 }) => `${x1} ${y1}`)).size).toBe(1);
  });

  test('any frequency and angle are met within 0.1 % and 0.05°, and up to 16 pixels a cell they keep step', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 16, noNaN: true }),
        fc.double({ min: -180, max: 360, noNaN: true }),
        (pitch, angle) => {
          const cells = threeAt(pitch, angle);
          for (const [k, cell] of cells.entries()) {
            const made = actualScreen(cell);
            expect(Math.abs(made.pitch / pitch - 1)).toBeLessThan(0.001);
            expect(angleApart(made.angle, angle + 30 * k, 360)).toBeLessThan(0.05);
            expect(areaOf(cell)).toBeLessThan(2 ** 20 + 2 ** 12);
          }
          expect(beatOf(cells)).toBeLessThan(1e-12);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('cells that are too large for a common repeat are compiled as they are alone', () => {
    expect(threeAt(400, 7)).toEqual([7, 37, 67].map((angle) => findSupercell(400, angle)));
  });

  test.each([1.9, Number.NaN, 2001])('a pitch of %d is refused', (pitch) => {
    expect(() => findSupercellInStep(pitch, 15)).toThrow(/must be 2 to 2000 pixels/);
  });
});
