import {
  createPrintModel,
  decodeSrgb,
  encodeSrgb,
  enlarger,
  fillGrid,
  gridBands,
  INK_SETS,
  type Ink,
  type InkedSheet,
  memorySource,
  type PictureSource,
  PLAIN_SCANNER,
  plainInk,
  plainStock,
  predict,
  printedInk,
  repeatBeat,
  ScanError,
  scanOnGrid,
  scanPrint,
  stockLight,
  strongRepeats,
  toneBand,
  toneBands,
  type Verdict,
  verdictOf,
} from '../../src/index.ts';
import { luminance } from '../../src/colour/luminance.ts';
import { powerOfSquare } from '../../src/measure/fft2.ts';
import { kernels } from '../plates.ts';
import { type MadePlate, pictureTones, printed, screenOf } from './made-scans.ts';

/** Pixels of the scans along each side, and print pixels in each of them. */
const SIDE = 512;
const SCALE = 4;
const CELL = 10;
const STOCK = plainStock('White', '#f8f8f6');
const INKS: readonly Ink[] = [
  plainInk('Lamp yellow', '#f2b632'),
  plainInk('Kite red', '#e5482d'),
  plainInk('Harbour blue', '#1d3f72'),
];
const ANGLES = [45, 75, 15];

/** Tones with broad shapes, edges and lines of a few pixels. */
function drawnTones(seed: number): (x: number, y: number) => number {
  const broad = pictureTones(seed);
  return (x, y) => {
    const line = Math.abs((((x + 0.37 * y) * 6) % 1) - 0.5) < 0.02 ? 0.55 : 0;
    const block = Math.floor(x * 9 + seed) % 3 === 0 && Math.floor(y * 9) % 3 === 0 ? 0.4 : 0;
    return Math.min(0.97, Math.max(0.03, 0.6 * broad(x, y) + line + block));
  };
}

interface Made {
  readonly rgb: Uint8Array;
  /** The picture without a screen, encoded 0..1. */
  readonly truth: Float32Array;
}

/** A scan of a print in some inks, and the picture that it prints. */
function madeScan(inks: readonly Ink[], shape: string, seed: number, tones = drawnTones): Made {
  const plates = inks.map(
    (ink, k): MadePlate => ({
      ink,
      screen: screenOf({
        angle: ANGLES[k]! + 3,
        frequency: { value: 600 / CELL, per: 'lpi' },
        dots: { ...screenOf({}).dots, shape },
      }),
      tone: tones(seed + 40 * k),
    }),
  );
  const sheet: InkedSheet = printed({ stock: STOCK, plates, ppi: 600 * SCALE, side: SIDE * SCALE });
  const rgb = scanPrint(sheet, { ...PLAIN_SCANNER, scale: SCALE, blur: 0.6, width: SIDE, height: SIDE });
  const model = createPrintModel(
    stockLight(STOCK),
    inks.map((ink) => printedInk(ink)),
  );
  const truth = new Float32Array(3 * SIDE * SIDE);
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      // The plates read a tone for every eight print pixels.
      const light = [0, 0, 0];
      for (let n = 0; n < 4; n++) {
        const at = (v: number, k: number) => (Math.floor((SCALE * v + 2 * k) / 8) * 8) / (SIDE * SCALE);
        const own = predict(
          model,
          plates.map(({ tone }) => tone(at(x, n & 1), at(y, n >> 1))),
        );
        for (let c = 0; c < 3; c++) light[c]! += own[c]! / 4;
      }
      for (let c = 0; c < 3; c++) truth[3 * (y * SIDE + x) + c] = encodeSrgb(Math.min(1, light[c]!));
    }
  }
  return { rgb, truth };
}

function sourceOf(rgb: Uint8Array, side: number): PictureSource {
  const rgba = new Uint8Array(4 * side * side).fill(255);
  for (let k = 0; k < side * side; k++) rgba.set(rgb.subarray(3 * k, 3 * k + 3), 4 * k);
  return memorySource(side, side, 4, rgba);
}

/** A scan without its screen, as one thread makes it. */
function finished(rgb: Uint8Array, side = SIDE): Uint8Array {
  const source = sourceOf(rgb, side);
  const { print, size, grid } = scanOnGrid(source, { ppi: 600 });
  for (const share of fillGrid(source, print.inks, size.factor, grid, 0, size.down)) expect(share).toBeGreaterThan(0);
  const bands = toneBands(kernels, print, grid, size.factor);
  const enlarge = enlarger(size);
  return Buffer.concat(gridBands(size.down).map(({ first, count }) => enlarge(toneBand(kernels, bands, first, count))));
}

/** Peak signal to noise in dB, away from the edges. */
function psnr(value: (k: number) => number, truth: Float32Array): number {
  let [sum, n] = [0, 0];
  for (let y = 24; y < SIDE - 24; y++) {
    for (let x = 24; x < SIDE - 24; x++) {
      for (let c = 0; c < 3; c++, n++) {
        const k = 3 * (y * SIDE + x) + c;
        sum += (value(k) - truth[k]!) ** 2;
      }
    }
  }
  return -10 * Math.log10(sum / n);
}

/** The scan through a Gaussian of the size of a cell: its standard deviation is half of it. */
function blurredScan(rgb: Uint8Array): Float32Array {
  const sigma = CELL / 2;
  const reach = Math.ceil(3 * sigma);
  const w = Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-0.5 * ((k - reach) / sigma) ** 2));
  const sum = w.reduce((a, b) => a + b, 0);
  let light = Float32Array.from(rgb, (v) => decodeSrgb(v / 255));
  for (const across of [true, false]) {
    const out = new Float32Array(light.length);
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        for (let k = -reach; k <= reach; k++) {
          const u = across ? Math.min(SIDE - 1, Math.max(0, x + k)) : x;
          const v = across ? y : Math.min(SIDE - 1, Math.max(0, y + k));
          for (let c = 0; c < 3; c++)
            out[3 * (y * SIDE + x) + c]! += (w[k + reach]! / sum) * light[3 * (v * SIDE + u) + c]!;
        }
      }
    }
    light = out;
  }
  return light.map((v) => encodeSrgb(v));
}

/** Power at the waves of the old screens against the median of what lies about them, the largest of all. */
function worstPeak(picture: Uint8Array, inks: number): number {
  const grey = Float64Array.from(
    { length: SIDE * SIDE },
    (_, k) => 0.3 * picture[3 * k]! + 0.6 * picture[3 * k + 1]! + 0.1 * picture[3 * k + 2]!,
  );
  const power = powerOfSquare(grey, SIDE);
  const at = (x: number, y: number) => power[((y + SIDE) % SIDE) * SIDE + ((x + SIDE) % SIDE)]!;
  let worst = 0;
  for (const angle of ANGLES.slice(0, inks)) {
    for (const quarter of [0, 90]) {
      const turn = ((angle + 3 + quarter) * Math.PI) / 180;
      const [x, y] = [Math.round((SIDE / CELL) * Math.cos(turn)), Math.round((-SIDE / CELL) * Math.sin(turn))];
      const own: number[] = [];
      const around: number[] = [];
      for (let v = -8; v <= 8; v++) {
        for (let u = -8; u <= 8; u++) (Math.hypot(u, v) < 2 ? own : around).push(at(x + u, y + v));
      }
      around.sort((a, b) => a - b);
      // Of as many places about it as the peak has, the strongest: noise has its own ups and downs.
      const level = around.slice(-Math.ceil(around.length * 0.05))[0]!;
      worst = Math.max(worst, own.reduce((a, b) => a + b, 0) / own.length / level);
    }
  }
  return worst;
}

test('a screen is taken away better than a Gaussian of its cell does it, by 2 dB in the mean', () => {
  const cases = [
    { inks: [INKS[2]!], shape: 'Round', seed: 3 },
    { inks: [INKS[2]!], shape: 'Line', seed: 5 },
    { inks: [plainInk('Black', '#1e1b18')], shape: 'Ellipse', seed: 7 },
    { inks: INKS.slice(1), shape: 'Round', seed: 9 },
    { inks: INKS, shape: 'SimpleDot', seed: 11 },
  ];
  const gains = cases.map(({ inks, shape, seed }) => {
    const { rgb, truth } = madeScan(inks, shape, seed);
    const made = finished(rgb);
    const blurred = blurredScan(rgb);
    return {
      inks: inks.length,
      gain: psnr((k) => made[k]! / 255, truth) - psnr((k) => blurred[k]!, truth),
      peak: worstPeak(made, inks.length),
      before: worstPeak(rgb, inks.length),
    };
  });
  const mean = gains.reduce((sum, { gain }) => sum + gain, 0) / gains.length;
  expect(mean).toBeGreaterThanOrEqual(2);
  for (const { peak, before } of gains) {
    expect(before).toBeGreaterThan(40);
    expect(peak).toBeLessThanOrEqual(2);
  }
});

test('screened anew at a near frequency, a picture without its screen does not ripple, and the scan does', () => {
  // Without drawn lines, which are repeats of the picture's own.
  const { rgb } = madeScan(INKS.slice(1), 'Round', 9, pictureTones);
  const screens = [0, 1].map((k) => ({ lpi: 57, angle: ANGLES[k]! + 4 }));
  const sheetMm = 300;
  const verdicts = (picture: Uint8Array): Verdict[] => {
    const grey = Float64Array.from({ length: SIDE * SIDE }, (_, k) =>
      luminance(...([0, 1, 2].map((c) => decodeSrgb(picture[3 * k + c]! / 255)) as [number, number, number])),
    );
    return strongRepeats(grey, SIDE, 600, 8).flatMap((repeat) =>
      screens.map((screen) => verdictOf(25.4 * repeatBeat(screen, repeat), 25.4 / screen.lpi, sheetMm)),
    );
  };
  const wrong = (found: readonly Verdict[]) => found.filter((v) => v === 'bad' || v === 'coarse');
  expect(wrong(verdicts(rgb)).length).toBeGreaterThan(0);
  expect(wrong(verdicts(finished(rgb)))).toEqual([]);
});

test('three process inks are three, though their overprint is as black as a fourth, and lose their screen better too', () => {
  const inks = INK_SETS.find(({ name }) => name === 'process')!.inks.slice(0, 3);
  const { rgb, truth } = madeScan(inks, 'Round', 13);
  expect(scanOnGrid(sourceOf(rgb, SIDE), { ppi: 600 }).print.inks.inks.length).toBe(3);
  const made = finished(rgb);
  const blurred = blurredScan(rgb);
  expect(psnr((k) => made[k]! / 255, truth) - psnr((k) => blurred[k]!, truth)).toBeGreaterThan(0.4);
});

test('where inks cannot be told, as in a grey scan of two of them, the spectrum serves, and still beats the Gaussian', () => {
  const { rgb, truth } = madeScan(INKS.slice(1), 'Round', 9);
  const grey = Uint8Array.from({ length: rgb.length }, (_, k) => {
    const p = k - (k % 3);
    return Math.round(0.3 * rgb[p]! + 0.6 * rgb[p + 1]! + 0.1 * rgb[p + 2]!);
  });
  const wanted = Float32Array.from({ length: truth.length }, (_, k) => {
    const p = k - (k % 3);
    return 0.3 * truth[p]! + 0.6 * truth[p + 1]! + 0.1 * truth[p + 2]!;
  });
  const made = finished(grey);
  const blurred = blurredScan(grey);
  expect(psnr((k) => made[k]! / 255, wanted) - psnr((k) => blurred[k]!, wanted)).toBeGreaterThan(0.2);
});

test('the grid and the picture are the same in however many parts they are made', () => {
  const { rgb } = madeScan(INKS.slice(1), 'Round', 3);
  const source = sourceOf(rgb, SIDE);
  const { print, size, grid } = scanOnGrid(source, { ppi: 600 });
  const { grid: inParts } = scanOnGrid(source, { ppi: 600 });
  expect(size.factor).toBeGreaterThan(1);
  for (const [part, threads] of [
    [grid, 1],
    [inParts, 5],
  ] as const) {
    for (const { first, count } of gridBands(size.down, threads))
      for (const share of fillGrid(source, print.inks, size.factor, part, first, count))
        expect(share).toBeLessThanOrEqual(1);
  }
  expect(inParts).toEqual(grid);

  const bands = toneBands(kernels, print, grid, size.factor);
  const made = [1, 7].map((threads) => {
    const enlarge = enlarger(size);
    const all = gridBands(size.down, threads).map(({ first, count }) =>
      enlarge(toneBand(kernels, bands, first, count)),
    );
    return Buffer.concat(all);
  });
  expect(made[0]!.length).toBe(3 * SIDE * SIDE);
  expect(made[1]!.length).toBe(3 * SIDE * SIDE);
  const [one, seven] = made as [Buffer, Buffer];
  expect(one.reduce((most, v, k) => Math.max(most, Math.abs(v - seven[k]!)), 0)).toBeLessThanOrEqual(1);
});

test('a picture without a screen, a blank page and one that is too small are refused in a sentence', () => {
  const smooth = Uint8Array.from({ length: 3 * SIDE * SIDE }, (_, k) => {
    const [x, y] = [Math.floor(k / 3) % SIDE, Math.floor(k / 3 / SIDE)];
    return 40 + 90 * pictureTones(4)(x / SIDE, y / SIDE) + 60 * (x / SIDE);
  });
  expect(() => finished(smooth)).toThrow(/no screen here/);
  expect(() => finished(new Uint8Array(3 * SIDE * SIDE).fill(240))).toThrow(/nothing printed here/);
  expect(() => finished(new Uint8Array(3 * 100 * 100), 100)).toThrow(ScanError);
});
