import {
  composeExact,
  createBitmap,
  createDisplayMeans,
  everyRowOf,
  overprintColours,
  STARTER_INKS,
} from '../src/index.ts';
import { pixelJob } from './jobs.ts';
import { flatPlates, kernels } from './plates.ts';
import { dotTile } from './screens.ts';
import { transparentInk } from './inks.ts';

const tile = dotTile(10, 30, 'Round');
const job = pixelJob(512, 512, { width: 1, height: 1 });
const passes = [2, 1].map((k) => ({ ...job.passes[0]!, ink: STARTER_INKS[k]! }));
const area = { x: 0, y: 0, width: 512, height: 512, step: 1 };

test('inks multiply the light of what lies under them (definition of a transparent ink)', () => {
  const colours = overprintColours([1, 0.8, 0.5], [transparentInk([0.5, 0.5, 0.1]), transparentInk([0, 1, 0.5], 0.5)]);
  const expected = [1, 0.8, 0.5, 0.5, 0.4, 0.05, 0.5, 0.8, 0.375, 0.25, 0.4, 0.0375];
  expected.forEach((v, k) => {
    expect(colours[k]).toBeCloseTo(v, 12);
  });
});

test.each([0.11, 0.25, 0.5, 0.77])(
  'the view at scale %d is the mean of the printed pixels under each display pixel, in linear light',
  (scale) => {
    const plates = flatPlates(tile, 512, [0.3, 0.6]);
    const exact = composeExact(kernels, job.sheet, passes, plates, area);
    const width = Math.ceil(512 * scale);
    const gather = (cuts: readonly number[], count: number) => {
      const grid = { scale, originX: 0, originY: 0, width, first: 0, rows: width };
      const means = createDisplayMeans(kernels, job.sheet, passes.slice(0, count), grid);
      for (let b = 0; b < cuts.length - 1; b++) {
        const y = cuts[b]!;
        const height = cuts[b + 1]! - y;
        const part = plates
          .slice(0, count)
          .map((p) => ({ ...p, height, data: p.data.subarray(y * p.stride, (y + height) * p.stride) }));
        means.add({ x: 0, y, width: 512, height, step: 1 }, part);
      }
      return means.rgba();
    };
    const rgba = gather([0, 512], 2);
    // However the sheet is cut into bands, the picture is the same, but for the rounding of shared rows.
    expect(gather([0, 100, 257, 512], 2).every((v, k) => Math.abs(v - rgba[k]!) <= 2)).toBe(true);
    // The mean of the view's light is the mean of the print's light.
    const light = (bytes: Uint8Array | Uint8ClampedArray) => {
      let sum = 0;
      for (let k = 0; k < bytes.length; k += 4) sum += (bytes[k + 1]! / 255 + 0.055) ** 2.4 / 1.055 ** 2.4;
      return sum / (bytes.length / 4);
    };
    expect(Math.abs(light(rgba) - light(exact))).toBeLessThan(0.006);
  },
);

test('a row that stands for hundreds is as bright as it is', () => {
  const step = 200;
  const bare = createBitmap(512, Math.ceil(512 / step));
  const grid = { scale: 1 / 220, originX: 0, originY: 0, width: 2, first: 0, rows: 2 };
  const means = createDisplayMeans(kernels, job.sheet, passes.slice(0, 1), grid);
  means.add({ ...area, step }, [bare]);
  const [paper] = composeExact(kernels, job.sheet, passes.slice(0, 1), [bare], { ...area, height: 1 });
  for (const at of [0, 4, 8, 12]) expect(Math.abs(means.rgba()[at]! - paper!)).toBeLessThanOrEqual(1);
});

describe('a view whose display pixels overlap', () => {
  const black = [{ ...job.passes[0]!, ink: STARTER_INKS[0]! }];
  const plates = flatPlates(tile, 512, [0.5]);
  const viewed = (scale: number, soft: boolean, originX = 0) => {
    const width = Math.ceil(512 * scale) + 4;
    const grid = { scale, originX, originY: 0, width, first: 0, rows: width, soft };
    const means = createDisplayMeans(kernels, job.sheet, black, grid);
    means.add(area, plates);
    return { width, rgba: means.rgba() };
  };
  /** Mean and standard deviation of the light well inside the sheet. */
  const spread = ({ width, rgba }: ReturnType<typeof viewed>, scale: number) => {
    const lights: number[] = [];
    const inside = Math.floor(512 * scale) - 4;
    for (let y = 4; y < inside; y++) {
      for (let x = 4; x < inside; x++) lights.push((rgba[4 * (y * width + x)]! / 255 + 0.055) ** 2.4 / 1.055 ** 2.4);
    }
    const mean = lights.reduce((a, b) => a + b, 0) / lights.length;
    return { mean, off: Math.sqrt(lights.reduce((a, v) => a + (v - mean) ** 2, 0) / lights.length) };
  };

  test.each([0.06, 0.07, 0.11, 0.14, 0.17])(
    'at scale %d a fine screen ripples with the display less than half as much',
    (scale) => {
      const [hard, soft] = [spread(viewed(scale, false), scale), spread(viewed(scale, true), scale)];
      expect(Math.abs(soft.mean - hard.mean)).toBeLessThan(0.004);
      expect(soft.off).toBeLessThan(hard.off / 2);
    },
  );
  test('nothing is seen where none of the sheet lies under a display pixel', () => {
    const { width, rgba } = viewed(0.125, true, -2);
    const seen = (x: number, y: number) => rgba[4 * (y * width + x) + 3];
    expect([seen(1, 5), seen(2, 5), seen(65, 5), seen(66, 5)]).toEqual([0, 255, 255, 0]);
  });
  test('above half size it is the plain mean, so that dots stay crisp', () => {
    expect(viewed(0.7, true).rgba).toEqual(viewed(0.7, false).rgba);
  });
});

// From every sixth row on a row that is looked at lies under several display rows.
test.each([1, 4, 9, 30])('columns first and pixel by pixel are the same picture of every %d. row', (step) => {
  const scale = 0.17;
  const width = Math.ceil(512 * scale);
  const grid = { scale, originX: 0.4, originY: -3, width, first: -3, rows: width };
  const seen = { ...area, step };
  const plates = flatPlates(tile, 512, [0.3, 0.6, 0.1, 0.8]).map((plate) => everyRowOf(plate, step));
  const four = [0, 1, 2, 3].map((k) => ({ ...job.passes[0]!, ink: STARTER_INKS[k]! }));
  const fast = createDisplayMeans(kernels, job.sheet, four, grid);
  fast.add(seen, plates);
  const a = fast.rgba();
  // A fifth plate that prints nothing takes the other way.
  const slow = createDisplayMeans(kernels, job.sheet, [...four, { ...job.passes[0]!, ink: STARTER_INKS[4]! }], grid);
  slow.add(seen, [...plates, createBitmap(512, Math.ceil(512 / step))]);
  const b = slow.rgba();
  expect(a.some((v) => v > 0 && v < 255)).toBe(true);
  expect(a.reduce((most, v, k) => Math.max(most, Math.abs(v - b[k]!)), 0)).toBeLessThanOrEqual(1);
});

test('where light spreads in the stock, a half is as dark from afar as Yule and Nielsen have it', () => {
  const plates = flatPlates(tile, 512, [0.5]);
  const black = [{ ...job.passes[0]!, ink: STARTER_INKS[0]! }];
  const seen = (spread: number) => {
    const sheet = { ...job.sheet, stock: { ...job.sheet.stock, spread } };
    const means = createDisplayMeans(kernels, sheet, black, {
      scale: 1 / 64,
      originX: 0,
      originY: 0,
      width: 8,
      first: 0,
      rows: 8,
    });
    means.add(area, plates);
    const light = means.rgba()[4 * 27]! / 255;
    return ((light + 0.055) / 1.055) ** 2.4;
  };
  const ink = overprintColours(
    [1, 1, 1],
    [transparentInk([0x1e, 0x1e, 0x1e].map((v) => ((v / 255 + 0.055) / 1.055) ** 2.4) as never)],
  )[3]!;
  expect(seen(1)).toBeCloseTo((1 + ink) / 2, 2);
  expect(seen(2)).toBeCloseTo(((1 + Math.sqrt(ink)) / 2) ** 2, 2);
});
