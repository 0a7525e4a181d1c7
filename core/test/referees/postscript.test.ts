import { coverage, spectrumPeak } from '../../src/index.ts';
import { angleApart } from '../angles.ts';
import { flatPlates, inkOf } from '../plates.ts';
import { dotTile } from '../screens.ts';
import { interpreterPlates, POSTSCRIPT_SPOTS } from './postscript.ts';

const SIDE = 600;
const TONES = Array.from({ length: 16 }, (_, k) => (k + 1) * 0.06);
/** Screens that the grid of 300 ppi holds exactly, and the pixels in one cell. */
const EXACT = [
  { lpi: 30, angle: 0, cell: 100 },
  { lpi: 53.0330085889911, angle: 45, cell: 32 },
  { lpi: 94.8683298050514, angle: 18.43494882292201, cell: 10 },
];

/** A wave in units of the screen's own two waves: whole numbers when it belongs to that lattice. */
function harmonic(waveLpi: number, waveAngle: number, lpi: number, angle: number) {
  const turn = ((waveAngle - angle) * Math.PI) / 180;
  return { across: (waveLpi / lpi) * Math.cos(turn), along: (waveLpi / lpi) * Math.sin(turn) };
}

/** Shapes with several waves of nearly equal strength. */
const MANY_WAVES = new Set(['Cross', 'Double', 'InvertedDouble', 'DoubleDot', 'InvertedDoubleDot']);

/** Strength of one wave (cycles a pixel, degrees) in a plate. */
function amplitude(ink: (x: number, y: number) => number, frequency: number, angle: number): number {
  const turn = (angle * Math.PI) / 180;
  const [fx, fy] = [2 * Math.PI * frequency * Math.cos(turn), -2 * Math.PI * frequency * Math.sin(turn)];
  let [re, im] = [0, 0];
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      if (!ink(x, y)) continue;
      re += Math.cos(fx * x + fy * y);
      im += Math.sin(fx * x + fy * y);
    }
  }
  return Math.hypot(re, im);
}

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
      for (const [u, v] of [
        [x + 1, y],
        [x - 1, y],
        [x, y + 1],
        [x, y - 1],
      ] as const) {
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
  test.each(cases)('%s, %j', (name, { lpi, angle, cell }) => {
    // The interpreter turns screens in device space, whose y axis runs down the page.
    const theirs = interpreterPlates(name, lpi, -angle, 300, SIDE, TONES);
    const tile = dotTile(300 / lpi, angle, name);
    // The interpreter moves tone in whole pixels of its cell; half a step more for its own rounding.
    const step = 1.5 / cell;
    const mine = flatPlates(tile, SIDE, TONES);
    TONES.forEach((tone, k) => {
      expect(Math.abs(coverage(mine[k]!) - tone)).toBeLessThan(1 / 512);
      expect(Math.abs(coverage(theirs[k]!) - coverage(mine[k]!))).toBeLessThanOrEqual(step);
    });
    // 30 %: a whole number of pixels in the coarsest cell, so that both print the very same marks.
    const third = 4;
    const peak = spectrumPeak(inkOf(mine[third]!), SIDE, SIDE, 512)!;
    const other = spectrumPeak(inkOf(theirs[third]!), SIDE, SIDE, 512)!;
    for (const { frequency, angle: at } of [peak, other]) {
      const { across, along } = harmonic(frequency * 300, at, lpi, angle);
      expect(Math.abs(across - Math.round(across)) + Math.abs(along - Math.round(along))).toBeLessThan(0.002);
    }
    if (MANY_WAVES.has(name)) {
      // A pixel decides which of their waves is the first; theirs is as strong here, where a cell has the pixels for it.
      if (cell < 100) return;
      const [own, others] = [peak, other].map((p) => amplitude(inkOf(mine[third]!), p.frequency, p.angle));
      expect(others! / own!).toBeGreaterThan(0.8);
      return;
    }
    expect(Math.abs(peak.frequency / other.frequency - 1)).toBeLessThan(0.001);
    expect(angleApart(peak.angle, other.angle, 90)).toBeLessThan(0.05);
    if (name === 'SimpleDot' && cell >= 32) {
      const light = TONES.findIndex((t) => t > 0.2);
      const [a, b] = [countMarks(inkOf(mine[light]!), SIDE), countMarks(inkOf(theirs[light]!), SIDE)];
      // Cells cut by the edge may or may not leave a mark there.
      expect(Math.abs(a - b) / b).toBeLessThan(0.07);
      expect(Math.abs(a / ((SIDE * SIDE) / cell) - 1)).toBeLessThan(0.07);
    }
  });
});
