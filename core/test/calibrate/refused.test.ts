import { FLAT_SCAN, measurePress, readChart, ScanError, type ScanPixels, scanSheet } from '../../src/index.ts';
import { chartOfInks, pressed } from './pressed-charts.ts';

const PPI = 200;
const chart = chartOfInks(2, PPI);
const sheet = pressed(chart);
const LIE = { ...FLAT_SCAN, ppi: PPI };
const scan = scanSheet(sheet, PPI, LIE);

function sentence(of: ScanPixels, ppi?: number): string {
  try {
    readChart(of, ppi === undefined ? {} : { ppi });
  } catch (error) {
    expect(error).toBeInstanceOf(ScanError);
    return (error as Error).message;
  }
  throw new Error('It was read.');
}

const even = (value: number): ScanPixels => ({
  width: 900,
  height: 1200,
  rgb: new Uint8Array(3 * 900 * 1200).fill(value),
});

/** Part of a scan, from its top left. */
function part({ width, rgb }: ScanPixels, w: number, h: number): ScanPixels {
  const out = new Uint8Array(3 * w * h);
  for (let y = 0; y < h; y++) out.set(rgb.subarray(3 * y * width, 3 * (y * width + w)), 3 * y * w);
  return { width: w, height: h, rgb: out };
}

test('the whole chart is read', () => {
  expect(readChart(scan, { ppi: PPI }).spec).toEqual({ inks: 2, key: 1, twentieths: 20 });
});

test('a blank page and a black one hold no chart', () => {
  expect(sentence(even(244))).toMatch(/^There is no calibration chart in this picture/);
  expect(sentence(even(6))).toMatch(/^There is no calibration chart in this picture/);
});

test('a chart that is half cut off says how many corner marks are there', () => {
  expect(sentence(part(scan, scan.width, scan.height >> 1))).toMatch(/^Only 2 of the four corner marks were found/);
  expect(sentence(part(scan, scan.width >> 1, scan.height >> 1))).toMatch(/^Only 1 of the four corner marks was found/);
});

test('a chart of another version is refused by its version', () => {
  const newer = {
    ...chart,
    pictures: chart.pictures.map((p) => ({
      ...p,
      made: { kind: 'chart', settings: { ...p.made!.settings, chart: 2 } },
    })),
  };
  expect(sentence(scanSheet(pressed(newer), PPI, LIE))).toMatch(/^This chart is of version 2, and version 1 is read/);
});

test('a chart whose code is covered is refused', () => {
  const rgb = Uint8Array.from(scan.rgb);
  const { width } = scan;
  for (let y = 0; y < scan.height * 0.13; y++)
    for (let x = Math.round(0.3 * width); x < 0.6 * width; x++)
      rgb.fill(240, 3 * (y * width + x), 3 * (y * width + x) + 3);
  expect(sentence({ ...scan, rgb })).toMatch(/^Corner marks were found, but the code/);
});

test('a chart with too few pixels says what ppi would do', () => {
  const small = scanSheet(sheet, PPI, { ...LIE, ppi: 72, blur: 0.3 });
  expect(sentence(small, 72)).toMatch(/scan it at 200 ppi or more/);
});

test('a chart that was printed smaller is read, and its size is told', () => {
  // Scanned at 200 ppi and told as 215: the print is 93 % of its size.
  const reading = readChart(scan, { ppi: 215 });
  expect(reading.size).toBeCloseTo(200 / 215, 3);
  expect(measurePress(reading).notes.join(' ')).toMatch(/printed at 93\.0 % of its size/);
  expect(measurePress(readChart(scan, { ppi: 200 })).notes).toEqual([]);
});

test('a shadow over the sheet is taken off', () => {
  const { width, height } = scan;
  const rgb = Uint8Array.from(scan.rgb, (v, k) => {
    const [x, y] = [Math.floor(k / 3) % width, Math.floor(k / 3 / width)];
    return Math.round(v * (1 - 0.18 * (x / width) - 0.1 * (y / height)));
  });
  const plain = measurePress(readChart(scan)).inks;
  measurePress(readChart({ ...scan, rgb })).inks.forEach((ink, k) => {
    expect(Math.abs(ink.gainAtHalf - plain[k]!.gainAtHalf)).toBeLessThan(0.01);
  });
});

test('a chart among many other rings is found all the same', () => {
  const { width } = scan;
  const rgb = Uint8Array.from(scan.rgb);
  // Small discs in rings, as those of the corners are, on the bare lower half.
  for (let n = 0; n < 14; n++) {
    const [cx, cy] = [Math.round((0.14 + 0.052 * n) * width), Math.round(0.955 * scan.height)];
    for (let y = -22; y <= 22; y++) {
      for (let x = -22; x <= 22; x++) {
        const r = Math.hypot(x, y);
        if (r < 8 || (r > 15 && r < 21))
          rgb.fill(40, 3 * ((cy + y) * width + cx + x), 3 * ((cy + y) * width + cx + x) + 3);
      }
    }
  }
  expect(readChart({ ...scan, rgb }).spec).toEqual({ inks: 2, key: 1, twentieths: 20 });
});
