import {
  bitAt,
  cureOf,
  gridBeat,
  repeatBeat,
  spectrumPeak,
  squareBeat,
  strongRepeats,
  radialSpectrum,
  type Surroundings,
  verdictOf,
} from '../../src/index.ts';
import { flatPlates, kernels } from '../plates.ts';
import { random } from '../random.ts';
import { dotTile } from '../screens.ts';
import { blurred } from '../../src/raster/blur.ts';

const SIDE = 1024;
const PPI = 300;

/** The ripple of two real plates printed over each other: its period in inches, from the transform of their product. */
function measured(a: [number, number], b: [number, number]): number {
  const plates = [a, b].map(([lpi, angle]) => flatPlates(dotTile(PPI / lpi, angle, 'Round'), SIDE, [0.5])[0]!);
  const light = Uint16Array.from({ length: SIDE * SIDE }, (_, k) => {
    const [x, y] = [k % SIDE, Math.floor(k / SIDE)];
    return bitAt(plates[0]!, x, y) || bitAt(plates[1]!, x, y) ? 0 : 65535;
  });
  // The cells themselves are evened out; what is left is the ripple.
  const whole = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 };
  // The cells themselves are evened out, by narrow bells that stay on the sheet's own grid; the ripple is left.
  let soft = light;
  for (let k = 0; k < 4; k++) {
    const from = soft;
    soft = blurred(kernels, () => (area) => rowsOf(from, area), { width: SIDE, height: SIDE }, whole, 2.9);
  }
  const peak = spectrumPeak((x, y) => soft[y * SIDE + x]! / 65535, SIDE, SIDE)!;
  return 1 / (peak.frequency * PPI);
}

function rowsOf(from: Uint16Array, area: { x: number; y: number; width: number; height: number }) {
  const data = new Uint16Array(area.width * area.height);
  for (let y = 0; y < area.height; y++)
    data.set(from.subarray((area.y + y) * SIDE + area.x, (area.y + y) * SIDE + area.x + area.width), y * area.width);
  return { depth: 16 as const, width: area.width, rows: area.height, data };
}

/** Pairs whose ripple is longer than their cells and fits the square many times. */
function pairs(count: number): [[number, number], [number, number]][] {
  const next = random(17);
  const found: [[number, number], [number, number]][] = [];
  while (found.length < count) {
    const a: [number, number] = [40 + 20 * next(), 90 * next()];
    const b: [number, number] = [a[0] * (0.9 + 0.2 * next()), a[1] + 4 + 12 * next()];
    const pixels = squareBeat({ lpi: a[0], angle: a[1] }, { lpi: b[0], angle: b[1] }) * PPI;
    if (pixels > 24 && pixels < 90) found.push([a, b]);
  }
  return found;
}

test('the predicted ripple is the one in the transform of real plates, 50 random pairs, within 2 %', () => {
  const off = pairs(50).map(([a, b]) => {
    const wanted = squareBeat({ lpi: a[0], angle: a[1] }, { lpi: b[0], angle: b[1] });
    return Math.abs(measured(a, b) / wanted - 1);
  });
  expect(Math.max(...off)).toBeLessThan(0.02);
});

describe('ripple with the pixel grid', () => {
  test('none where the grid holds the screen, long where it nearly does', () => {
    expect(gridBeat({ lpi: 60, angle: 0 }, 300)).toBe(Infinity);
    // 59.9 lpi: five rows come to 299.5 an inch, half a cycle an inch off the grid's 300.
    expect(gridBeat({ lpi: 59.9, angle: 0 }, 300)).toBeCloseTo(2, 6);
    expect(gridBeat({ lpi: 60, angle: 17 }, 300)).toBeLessThan(gridBeat({ lpi: 59.9, angle: 0 }, 300));
  });
});

describe('repeats in a picture', () => {
  const side = 256;
  const next = random(4);
  const picture = (wave: (x: number, y: number) => number) =>
    Float64Array.from({ length: side * side }, (_, k) => {
      const [x, y] = [k % side, Math.floor(k / side)];
      return 0.5 + 0.3 * Math.sin(x / 60) + 0.05 * (next() - 0.5) + wave(x, y);
    });
  test('a weave is found with its frequency and direction', () => {
    const f = 0.21;
    const turn = (25 * Math.PI) / 180;
    // y downwards: the wave runs 25 degrees up to the right.
    const values = picture((x, y) => 0.08 * Math.sin(2 * Math.PI * f * (x * Math.cos(turn) - y * Math.sin(turn))));
    const [first, ...rest] = strongRepeats(values, side, 100);
    expect(first!.lpi).toBeCloseTo(21, 0);
    expect(Math.abs(first!.angle - 25)).toBeLessThan(1.5);
    expect(rest.length).toBe(0);
    // A screen of nearly the same frequency and direction ripples with it.
    expect(repeatBeat({ lpi: 20, angle: 25 }, first!) * 25.4).toBeGreaterThan(10);
    expect(repeatBeat({ lpi: 20, angle: 115 }, first!) * 25.4).toBeGreaterThan(10);
  });
  test('soft shapes and noise are no repeat', () => {
    expect(
      strongRepeats(
        picture(() => 0),
        side,
        100,
      ),
    ).toEqual([]);
  });
});

test('verdicts follow the period beside the cells and the sheet', () => {
  expect([0.9, 1.6, 2.5, 9, 500, Infinity].map((mm) => verdictOf(mm, 0.8, 200))).toEqual([
    'fine',
    'fine',
    'coarse',
    'bad',
    'none',
    'none',
  ]);
});

describe('cures', () => {
  const around: Surroundings = { others: [{ lpi: 50, angle: 15 }], repeats: [], ppi: 300, sheetMm: 200 };
  test('a screen 6° from another is turned to where the ripple is part of the rosette', () => {
    const cure = cureOf({ lpi: 50, angle: 21 }, around) as { angle: number };
    expect(cure.angle).toBeGreaterThan(21);
    const mm = squareBeat({ lpi: 50, angle: cure.angle }, around.others[0]!) * 25.4;
    expect(verdictOf(mm, 25.4 / 50, 200)).toBe('fine');
  });
  test('nothing is changed where nothing is wrong', () => {
    expect(cureOf({ lpi: 50, angle: 45 }, around)).toBeNull();
  });
});

test('a radial spectrum has its peak where the screen is', () => {
  const plate = flatPlates(dotTile(8, 30, 'Round'), 256, [0.3])[0]!;
  const values = Float64Array.from({ length: 256 * 256 }, (_, k) => bitAt(plate, k % 256, Math.floor(k / 256)));
  const power = radialSpectrum(values, 256, 64);
  // 1/8 cycle a pixel of ½ in 64 classes.
  expect(power.indexOf(Math.max(...power))).toBe(16);
});
