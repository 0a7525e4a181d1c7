import { LIGHT_OF_BYTE } from '../../src/colour/srgb.ts';
import { densityOf, lightOfDensity } from '../../src/scan/density.ts';
import { coverageTable } from '../../src/scan/coverage-table.ts';
import { tablePlace } from '../../src/scan/area-colours.ts';
import { found, type FoundScreen } from '../../src/scan/findings.ts';
import { FOLD, FOLD_TONES, foldCells } from '../../src/scan/fold.ts';
import type { InkPlane } from '../../src/scan/ink-plane.ts';
import { latticesOf, screensOf } from '../../src/scan/lattices.ts';
import { type Rgb, spectrumOf, type Wave, wavesOf } from '../../src/scan/spectrum-peaks.ts';
import { usualTurn } from '../../src/scan/usual-turn.ts';
import { fitWave } from '../../src/scan/wave-fit.ts';
import { random } from '../random.ts';

const SIDE = 480;

/** The two waves of a square screen: its turn counter-clockwise in degrees, a cell in pixels. */
const wavesAt = (angle: number, cell: number): [readonly [number, number], readonly [number, number]] => {
  const t = (angle * Math.PI) / 180;
  return [
    [Math.cos(t) / cell, -Math.sin(t) / cell],
    [Math.sin(t) / cell, Math.cos(t) / cell],
  ];
};

/** A plane of soft round dots whose tone rises from left to right. */
function dotPlane(angle: number, cell: number, noise = 0): InkPlane {
  const [a, b] = wavesAt(angle, cell);
  const next = random(5);
  const data = Uint8Array.from({ length: SIDE * SIDE }, (_, k) => {
    const [x, y] = [k % SIDE, Math.floor(k / SIDE)];
    const wave = (v: readonly [number, number]) => Math.cos(2 * Math.PI * (v[0] * x + v[1] * y));
    const tone = 0.25 + 0.5 * (x / SIDE);
    const inked = (wave(a) + wave(b)) / 4 + 0.5 > 1 - tone ? 1 : 0;
    return Math.max(0, Math.min(255, Math.round(255 * (inked * (1 - noise) + noise * next()))));
  });
  return { width: SIDE, height: SIDE, data };
}

test.each([
  [15, 12.3],
  [47.2, 9.1],
  [80, 21.7],
])('a wave is fitted exactly from a place that is half a wave over the plane off: %d°, %d pixels', (angle, cell) => {
  const [a] = wavesAt(angle, cell);
  const start = [a[0] + 0.5 / SIDE, a[1] - 0.4 / SIDE] as const;
  const { at, coherence } = fitWave(dotPlane(angle, cell, 0.2), start);
  expect(Math.hypot(at[0] - a[0], at[1] - a[1]) * cell).toBeLessThan(5e-4);
  expect(coherence).toBeGreaterThan(0.9);
});

test('grain keeps no step with a wave', () => {
  const next = random(8);
  const data = Uint8Array.from({ length: SIDE * SIDE }, () => (next() > 0.5 ? 255 : 0));
  expect(fitWave({ width: SIDE, height: SIDE, data }, [0.08, 0.02]).coherence).toBeLessThan(0.5);
});

test('folded cells hold the dot, rising with the tone, highest in the middle of the wave', () => {
  const plane = dotPlane(20, 12.4);
  const [a, b] = wavesAt(20, 12.4);
  const folded = foldCells(plane, [fitWave(plane, a), fitWave(plane, b)]);
  const size = FOLD * FOLD;
  let before = 0;
  for (let t = 0; t < FOLD_TONES; t++) {
    if (folded.weights[t]! < 3000) continue;
    const cell = folded.cells.subarray(t * size, (t + 1) * size);
    const mean = cell.reduce((sum, v) => sum + v, 0) / size;
    expect(Math.abs(mean - folded.tones[t]!)).toBeLessThan(0.05);
    expect(mean).toBeGreaterThan(before);
    before = mean;
    // Phase 0 is where both waves are highest: there the ink begins, half a cell away it ends.
    expect(cell[0]!).toBeGreaterThan(cell[(FOLD / 2) * FOLD + FOLD / 2]!);
  }
  expect(before).toBeGreaterThan(0.6);
});

const GREY: Rgb = [1, 1, 1];
const wave = (at: readonly [number, number], power: number, channels: Rgb = GREY): Wave => ({
  fx: at[0],
  fy: at[1],
  power,
  prominence: 1000 * power,
  channels,
});
const BIN = 1 / 1024;

test('two waves of one colour at right angles are one screen, and its harmonics are none', () => {
  const [a, b] = wavesAt(15, 10);
  const harmonic = [a[0] + b[0], a[1] + b[1]] as const;
  const lattices = latticesOf([wave(a, 1), wave(b, 0.9), wave(harmonic, 0.3)], BIN);
  expect(lattices).toHaveLength(1);
  expect(lattices[0]!.waves).toHaveLength(2);
});

test('screens of two inks are two, and the ripple between them is none', () => {
  const cyan: Rgb = [1, 0.2, 0.1];
  const red: Rgb = [0.1, 1, 0.9];
  const [a, b] = wavesAt(15, 10);
  const [c, d] = wavesAt(75, 10);
  const ripple = [a[0] - c[0], a[1] - c[1]] as const;
  const lattices = latticesOf(
    [wave(a, 1, cyan), wave(b, 0.95, cyan), wave(c, 0.8, red), wave(d, 0.75, red), wave(ripple, 0.05, GREY)],
    BIN,
  );
  expect(lattices).toHaveLength(2);
  expect(lattices.map(({ waves }) => waves.length)).toEqual([2, 2]);
});

test('one wave alone is a screen of lines', () => {
  const [a] = wavesAt(30, 14);
  const [lattice, ...others] = latticesOf([wave(a, 1)], BIN);
  expect(others).toHaveLength(0);
  expect(lattice!.waves).toHaveLength(1);
});

test('the spectrum of dots has their waves, that of noise has no screen', () => {
  const plane = dotPlane(33, 11);
  const spectrum = spectrumOf(SIDE, (_c, x, y) => plane.data[y * SIDE + x]! / 255, 1);
  const [a] = wavesAt(33, 11);
  const strongest = wavesOf(spectrum).slice(0, 4);
  expect(
    strongest.some(
      ({ fx, fy }) => Math.min(Math.hypot(fx - a[0], fy - a[1]), Math.hypot(fx + a[0], fy + a[1])) < 2 * BIN,
    ),
  ).toBe(true);
  expect(screensOf(spectrum)).toHaveLength(1);
  const next = random(3);
  expect(screensOf(spectrumOf(256, () => next(), 1))).toHaveLength(0);
});

test('a colour is a combination of inks, or lies between two of them', () => {
  // White, a red, a blue, and both on each other.
  const light = (r: number, g: number, b: number) => [r, g, b].map((v) => LIGHT_OF_BYTE[v]! / 65535);
  const lights = [light(248, 248, 246), light(224, 72, 48), light(40, 72, 120), light(36, 24, 24)].flat();
  const { inks, values } = coverageTable(lights, 2);
  expect(inks).toBe(2);
  const at = (r: number, g: number, b: number) => {
    const from = 2 * tablePlace(r, g, b);
    return [values[from]!, values[from + 1]!];
  };
  for (const [colour, wanted] of [
    [
      [248, 248, 246],
      [0, 0],
    ],
    [
      [224, 72, 48],
      [1, 0],
    ],
    [
      [40, 72, 120],
      [0, 1],
    ],
    [
      [36, 24, 24],
      [1, 1],
    ],
  ] as const) {
    for (const k of [0, 1])
      expect(Math.abs(at(...(colour as [number, number, number]))[k]! - wanted[k]!)).toBeLessThan(0.12);
  }
  // The edge of a red mark on white: half of it in light.
  const half = light(248, 248, 246).map((v, c) => (v + light(224, 72, 48)[c]!) / 2);
  const bytes = half.map((v) => LIGHT_OF_BYTE.findIndex((l) => l / 65535 >= v)) as [number, number, number];
  expect(Math.abs(at(...bytes)[0]! - 0.5)).toBeLessThan(0.1);
  expect(at(...bytes)[1]!).toBeLessThan(0.1);
});

test('densities of inks on each other add up, and turn back into light', () => {
  for (const [a, b] of [
    [0.5, 0.3],
    [0.9, 0.11],
  ] as const) {
    expect(Math.abs(densityOf(a * b) - densityOf(a) - densityOf(b))).toBeLessThan(0.06);
    expect(lightOfDensity(densityOf(a))).toBeCloseTo(a, 6);
  }
});

const screenAt = (angle: number): FoundScreen =>
  ({ kind: found('dots', 'high'), angle: found(angle, 'high') }) as unknown as FoundScreen;

test('a print lies turned by what its angles have beside the usual ones', () => {
  const turned = [15, 75, 45].map((angle) => screenAt(angle + 2.4));
  expect(usualTurn(turned).value).toBeCloseTo(2.4, 6);
  expect(usualTurn(turned).confidence).toBe('medium');
  expect(usualTurn(turned.slice(0, 2)).confidence).toBe('low');
  // One ink says nothing, and neither do two that disagree.
  expect(usualTurn(turned.slice(0, 1)).confidence).toBe('none');
  expect(usualTurn([screenAt(15), screenAt(52)]).confidence).toBe('none');
});
