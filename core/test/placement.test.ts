import {
  DEFAULT_TONE,
  createJob,
  effectivePpi,
  estimateOutput,
  placementInMm,
  placePicture,
  readJob,
  sheetPixels,
  toneOfDarkness,
} from '../src/index.ts';
import { toneTable16, toneTable8 } from '../src/tone/tone-table.ts';
import { greyPicture, pixelJob } from './jobs.ts';
import { outputBytes, outputEnv } from './outputs.ts';
import fc from 'fast-check';

const sheet = { ...createJob('x', 'p').sheet, width: 100, height: 50, ppi: 254 };
const feed = { x: 10, y: 5, width: 20 };

describe('where a picture lies', () => {
  test('fit shows all of it, fill covers the sheet, both centred', () => {
    expect(sheetPixels(sheet)).toEqual({ width: 1000, height: 500 });
    expect(placePicture(sheet, { ...feed, fit: 'fit' }, { width: 100, height: 100 })).toEqual({
      scale: 5,
      left: 250,
      top: 0,
    });
    expect(placePicture(sheet, { ...feed, fit: 'fill' }, { width: 100, height: 100 })).toEqual({
      scale: 10,
      left: 0,
      top: -250,
    });
    expect(placePicture(sheet, { ...feed, fit: 'own' }, { width: 100, height: 100 })).toEqual({
      scale: 2,
      left: 100,
      top: 50,
    });
  });

  test('an own place in mm is the place it had', () => {
    const picture = { width: 333, height: 100 };
    for (const fit of ['fit', 'fill'] as const) {
      const asFeed = { ...createJob('x', 'p').passes[0]!.fills[0].feed, fit };
      const before = placePicture(sheet, asFeed, picture);
      const after = placePicture(sheet, { ...asFeed, fit: 'own', ...placementInMm(sheet, asFeed, picture) }, picture);
      expect(after.scale).toBeCloseTo(before.scale, 9);
      expect(after.left).toBeCloseTo(before.left, 6);
      expect(after.top).toBeCloseTo(before.top, 6);
      expect(effectivePpi(sheet, asFeed, picture)).toBeCloseTo(254 / before.scale, 6);
    }
  });
});

describe('tone', () => {
  const tones = fc
    .record({
      lights: fc.double({ min: 0, max: 0.4, noNaN: true }),
      middle: fc.double({ min: 0.2, max: 5, noNaN: true }),
      darks: fc.double({ min: 0.5, max: 1, noNaN: true }),
      contrast: fc.double({ min: -1, max: 1, noNaN: true }),
      gain: fc.double({ min: -0.2, max: 0.3, noNaN: true }),
      meaning: fc.constantFrom('light', 'even'),
    })
    .map((tone) => ({ ...DEFAULT_TONE, ...tone }));

  test('never rises with light, whatever the setting; white prints nothing', () => {
    fc.assert(
      fc.property(tones, fc.boolean(), (tone, direct) => {
        for (const table of [toneTable8(tone), toneTable16(tone, direct)]) {
          for (let k = 1; k < table.length; k++) if (table[k]! > table[k - 1]!) return false;
          if (table.at(-1) !== 0) return false;
        }
        return true;
      }),
      { numRuns: 30 },
    );
  });

  test('8-bit and 16-bit tables say the same of the same grey', () => {
    fc.assert(
      fc.property(tones, fc.integer({ min: 0, max: 255 }), (tone, code) => {
        const byte = toneTable8(tone)[code]! / 65535;
        return Math.abs(byte - toneOfDarkness(1 - code / 255, tone)) < 1e-4;
      }),
      { numRuns: 100 },
    );
  });
});

test.each([
  [900, 700, 0.01],
  [2600, 2000, 0.2],
])('the estimate of a file of %d × %d pixels is near the file', async (width, height, most) => {
  const job = readJob(pixelJob(width, height, { width: 300, height: 200 }));
  const source = greyPicture(300, 200, (x, y) => 120 + 100 * Math.sin(x / 30) * Math.sin(y / 20));
  const asked = { kind: 'plate', pass: 'p' } as const;
  const { length } = await outputBytes(job, asked, () => source);
  // Rows pushed in other portions are cut into other pieces, and each costs a few bytes.
  const env = outputEnv(() => source);
  const estimate = await estimateOutput(env, job, asked);
  expect(Math.abs(estimate / length - 1)).toBeLessThanOrEqual(most);
});
