import { compileTile, dotShape, findSupercell, spectrumPeak, thresholdAt } from '../../src/index.ts';
import { angleApart } from '../angles.ts';
import { interpreterPlates, POSTSCRIPT_SPOTS } from './postscript.ts';

const SIDE = 600;
const TONES = Array.from({ length: 16 }, (_, k) => (k + 1) / 17);
/** Screens that the grid of 300 ppi holds exactly, and the pixels in one cell. */
const EXACT = [
  { lpi: 30, angle: 0, cell: 100 },
  { lpi: 53.0330085889911, angle: 45, cell: 32 },
  { lpi: 94.8683298050514, angle: 18.43494882292201, cell: 10 },
];

const coverageOf = (ink: (x: number, y: number) => number): number => {
  let n = 0;
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++) n += ink(x, y);
  return n / (SIDE * SIDE);
};

/** Separate marks of ink on a torus-free square, counted by flood fill over four neighbours. */
function countMarks(ink: (x: number, y: number) => number, side: number): number {
  const seen = new Uint8Array(side * side);
  let marks = 0;
  for (let start = 0; start < side * side; start++) {
    if (seen[start] || !ink(start % side, Math.floor(start / side))) continue;
    marks++;
    const stack = [start];
    seen[start] = 1;
    while (stack.length > 0) {
      const p = stack.pop()!;
      const [x, y] = [p % side, Math.floor(p / side)];
      for (const [u, v] of [[x + 1, y], [x - 1, y], [x, y + 1], [x, y - 1]] as const) {
        const q = v * side + u;
        if (u < 0 || v < 0 || u >= side || v >= side || seen[q] || !ink(u, v)) continue;
        seen[q] = 1;
        stack.push(q);
      }
    }
  }
  return marks;
}

describe("beside a PostScript interpreter's plates, where the grid holds the screen exactly", () => {
  const cases = Object.keys(POSTSCRIPT_SPOTS).flatMap((name) => EXACT.map((e) => [name, e] as const));
  test.each(cases)('%s, $lpi lpi', (name, { lpi, angle, cell }) => {
    const theirs = interpreterPlates(name, lpi, angle, 300, SIDE, TONES);
    const tile = compileTile(findSupercell(300 / lpi, angle), dotShape(name)!);
    // The interpreter moves tone in whole pixels of its cell; half a step more for its own rounding.
    const step = 1.5 / cell;
    TONES.forEach((tone, k) => {
      const mine = coverageOf((x, y) => (tone * 65535 > thresholdAt(tile, x, y) ? 1 : 0));
      expect(Math.abs(mine - tone)).toBeLessThan(1 / 512);
      expect(Math.abs(coverageOf(theirs[k]!.ink) - mine)).toBeLessThanOrEqual(step);
    });
    const at = TONES.findIndex((t) => t > 0.3);
    const mineInk = (x: number, y: number) => (TONES[at]! * 65535 > thresholdAt(tile, x, y) ? 1 : 0);
    const mine = spectrumPeak(mineInk, SIDE, SIDE, 512)!;
    const other = spectrumPeak(theirs[at]!.ink, SIDE, SIDE, 512)!;
    expect(Math.abs(mine.frequency / other.frequency - 1)).toBeLessThan(0.001);
    expect(angleApart(mine.angle, other.angle, 90)).toBeLessThan(0.1);
    if (name === 'SimpleDot' && cell >= 32) {
      const light = TONES.findIndex((t) => t > 0.2);
      const [a, b] = [countMarks((x, y) => (TONES[light]! * 65535 > thresholdAt(tile, x, y) ? 1 : 0), SIDE), countMarks(theirs[light]!.ink, SIDE)];
      // Cells cut by the edge may or may not leave a mark there.
      expect(Math.abs(a - b) / b).toBeLessThan(0.07);
      expect(Math.abs(a / ((SIDE * SIDE) / cell) - 1)).toBeLessThan(0.07);
    }
  });
});
