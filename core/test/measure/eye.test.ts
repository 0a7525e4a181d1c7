import { differenceCiede2000 } from 'culori';
import {
  bitAt,
  contrastSensitivity,
  decodeSrgb,
  encodeSrgb,
  eyePasses,
  mmPerDegree,
  seenFrom,
} from '../../src/index.ts';
import { flatPlates } from '../plates.ts';
import { dotTile } from '../screens.ts';

const PPI_SHEET = 300;

/** ΔE00 between two greys given as linear light. The library's formula is checked against published pairs elsewhere. */
const apart = (a: number, b: number): number => {
  const grey = (v: number) => ({ mode: 'rgb' as const, r: encodeSrgb(v), g: encodeSrgb(v), b: encodeSrgb(v) });
  return differenceCiede2000()(grey(Math.max(0, a)), grey(Math.max(0, b)));
};

describe('contrast sensitivity (Mannos & Sakrison 1974)', () => {
  test('peaks near 8 cycles a degree at about 0.98 and falls off on both sides', () => {
    const found = Array.from({ length: 600 }, (_, k) => ({ f: k / 10, a: contrastSensitivity(k / 10) }));
    const best = found.reduce((m, v) => (v.a > m.a ? v : m));
    expect(best.f).toBeCloseTo(7.9, 0);
    expect(best.a).toBeCloseTo(0.98, 2);
    expect(contrastSensitivity(0)).toBeCloseTo(0.05, 2);
  });
  test('as a low-pass it leaves what is broad and takes away what is fine', () => {
    expect([eyePasses(0), eyePasses(5)]).toEqual([1, 1]);
    expect(eyePasses(20)).toBeLessThan(0.6);
    expect(eyePasses(60)).toBeLessThan(0.01);
  });
  test('a degree spans 17.5 mm at 1 m', () => {
    expect(mmPerDegree(1)).toBeCloseTo(17.453, 2);
  });
});

test('flats and means are kept, and mirrored edges bring nothing in', () => {
  const flat = new Float32Array(50 * 40).fill(0.3);
  const [seen] = seenFrom([flat], 50, 40, 30);
  expect(Math.max(...seen!) - Math.min(...seen!)).toBeLessThan(1e-6);
  const half = Float32Array.from({ length: 50 * 40 }, (_, k) => (k % 50 < 25 ? 1 : 0));
  const [edge] = seenFrom([half], 50, 40, 60);
  expect(edge![20 * 50]).toBeGreaterThan(0.9);
  expect(edge![20 * 50 + 49]).toBeLessThan(0.1);
});

test('three planes come back each with its own', () => {
  const plane = (v: number) => new Float32Array(16 * 16).fill(v);
  const seen = seenFrom([plane(0.1), plane(0.5), plane(0.9)], 16, 16, 20);
  expect(seen.map((p) => p[100]!)).toEqual([0.1, 0.5, 0.9].map((v) => expect.closeTo(v, 5) as unknown as number));
});

describe('a 50 % screen beside a 50 % grey of the same size', () => {
  // Cells of 100 pixels: one pixel more or less is no grain to speak of.
  const side = 440;
  const PPI = 600;
  const LPI = 60;
  const plate = flatPlates(dotTile(PPI / LPI, 45, 'Round'), side, [0.5])[0]!;
  const screen = Float32Array.from({ length: side * side }, (_, k) => 1 - bitAt(plate, k % side, Math.floor(k / side)));
  const mean = screen.reduce((a, b) => a + b, 0) / screen.length;
  /** Largest ΔE00 to the even grey, away from the edges, at a distance in metres. */
  function worst(metres: number): number {
    const [seen] = seenFrom([screen], side, side, (PPI / 25.4) * mmPerDegree(metres));
    let most = 0;
    for (let y = 80; y < side - 80; y++)
      for (let x = 80; x < side - 80; x++) most = Math.max(most, apart(seen![y * side + x]!, mean));
    return most;
  }
  // Cells of 60 lpi are 0.42 mm: 60 cycles a degree, about the limit of the eye, are reached at 1.46 m.
  const limit = (60 * 25.4) / LPI / mmPerDegree(1);
  test('becomes equal to it (ΔE00 < 1) where cells go beyond what the eye resolves', () => {
    expect(limit).toBeCloseTo(1.455, 2);
    for (const metres of [limit, 2, 5, 20]) expect(worst(metres)).toBeLessThan(1);
  });
  test('and not before', () => {
    expect(worst(0.3)).toBeGreaterThan(20);
    expect(worst(0.6 * limit)).toBeGreaterThan(1);
  });
  test('an even grey of the same light is what it becomes', () => {
    expect(encodeSrgb(mean)).toBeCloseTo(encodeSrgb(0.5), 2);
    expect(decodeSrgb(0.5)).toBeCloseTo(0.21404, 5);
  });
});

describe('flats are even from afar: no broad ripples of screens that the pixel grid cannot hold', () => {
  const side = 600;
  test.each([
    ['Round', 60, 45],
    ['Round', 60, 15],
    ['Round', 53.3, 15],
    ['Round', 30, 45],
    ['Line', 60, 45],
    ['Square', 60, 45],
    ['Square', 30, 75],
  ])('%s, %d lpi at %d°', (shape, lpi, angle) => {
    const plates = flatPlates(dotTile(PPI_SHEET / lpi, angle, shape), side, [0.1, 0.5, 0.784]);
    for (const plate of plates) {
      const light = Float32Array.from(
        { length: side * side },
        (_, k) => 1 - bitAt(plate, k % side, Math.floor(k / side)),
      );
      // From 5 m no cell is seen any more; what is left is ripple.
      const [seen] = seenFrom([light], side, side, (PPI_SHEET / 25.4) * mmPerDegree(5));
      let [low, high] = [1, 0];
      for (let y = 150; y < 450; y++) {
        for (let x = 150; x < 450; x++) {
          low = Math.min(low, seen![y * side + x]!);
          high = Math.max(high, seen![y * side + x]!);
        }
      }
      expect(high - low).toBeLessThan(0.025);
    }
  });
});
