import { composeExact, createDisplayMeans, meansToRgba, overprintColours, STARTER_INKS } from '../src/index.ts';
import { pixelJob } from './jobs.ts';
import { flatPlates, kernels } from './plates.ts';
import { compileTile, dotShape, findSupercell } from '../src/index.ts';

const tile = compileTile(findSupercell(10, 30), dotShape('Round')!);
const job = pixelJob(512, 512, { width: 1, height: 1 });
const passes = [{ ink: STARTER_INKS[2]! }, { ink: STARTER_INKS[1]! }];
const area = { x: 0, y: 0, width: 512, height: 512, step: 1 };

test('inks multiply the light of what lies under them (definition of a transparent ink)', () => {
  const colours = overprintColours(
    [1, 0.8, 0.5],
    [
      { colour: [0.5, 0.5, 0.1], opacity: 1 },
      { colour: [0, 1, 0.5], opacity: 0.5 },
    ],
  );
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
    const gather = (bands: readonly number[]) => {
      const sums = new Float64Array(width * width * 4);
      for (let b = 0; b < bands.length - 1; b++) {
        const y = bands[b]!;
        const height = bands[b + 1]! - y;
        const means = createDisplayMeans(
          kernels,
          job.sheet,
          passes,
          { scale, originX: 0, originY: 0, width },
          { y, height },
        );
        const part = plates.map((p) => ({
          ...p,
          height,
          data: p.data.subarray(y * p.stride, (y + height) * p.stride),
        }));
        means.add({ x: 0, y, width: 512, height, step: 1 }, part);
        const got = means.finish();
        got.sums.forEach((v, k) => {
          const at = got.row * width * 4 + k;
          if (at < sums.length) sums[at]! += v;
        });
      }
      return sums;
    };
    const whole = gather([0, 512]);
    // However the sheet is cut into bands, the sums are the same.
    const cut = gather([0, 100, 257, 512]);
    expect(cut.every((v, k) => Math.abs(v - whole[k]!) < 1e-3 * (1 + v))).toBe(true);
    const rgba = new Uint8ClampedArray(width * width * 4);
    meansToRgba(Float32Array.from(whole), rgba);
    // The mean of the view's light is the mean of the print's light.
    const light = (bytes: Uint8Array | Uint8ClampedArray) => {
      let sum = 0;
      for (let k = 0; k < bytes.length; k += 4) sum += (bytes[k + 1]! / 255 + 0.055) ** 2.4 / 1.055 ** 2.4;
      return sum / (bytes.length / 4);
    };
    expect(Math.abs(light(rgba) - light(exact))).toBeLessThan(0.006);
  },
);
