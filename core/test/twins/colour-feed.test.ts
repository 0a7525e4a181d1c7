import fc from 'fast-check';
import { memorySource } from '../../src/index.ts';
import { createArtworkReader } from '../../src/picture/artwork-feed.ts';
import { createColourReader } from '../../src/picture/colour-feed.ts';
import { createFeedReader } from '../../src/picture/feed.ts';
import { liftedLight } from '../../src/picture/lifted-light.ts';
import { feedWeights } from '../../src/picture/weights.ts';
import { lightCodes } from '../../src/raster/blur.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const cases = fc.record({
  width: fc.integer({ min: 1, max: 40 }),
  height: fc.integer({ min: 1, max: 30 }),
  scale: fc.oneof(fc.constant(1), fc.double({ min: 0.15, max: 3, noNaN: true })),
  left: fc.oneof(fc.integer({ min: -20, max: 20 }), fc.double({ min: -20, max: 20, noNaN: true })),
  top: fc.oneof(fc.integer({ min: -20, max: 20 }), fc.double({ min: -20, max: 20, noNaN: true })),
  opaque: fc.boolean(),
  seed: fc.integer({ min: 0, max: 1e6 }),
  area: fc.record({
    x: fc.integer({ min: 0, max: 20 }),
    y: fc.integer({ min: 0, max: 20 }),
    width: fc.integer({ min: 1, max: 50 }),
    height: fc.integer({ min: 1, max: 40 }),
    step: fc.integer({ min: 1, max: 5 }),
  }),
});

/** The table that turns codes over, so that a code that went round it is found. */
const TURNED = Uint16Array.from({ length: 65536 }, (_, k) => 65535 - k);

/** Bytes that differ for codes that lie near each other. */
const BYTES = Uint8Array.from({ length: 65536 }, (_, k) => (k * 31) >> 3);

function sourceOf({ width, height, opaque, seed }: { width: number; height: number; opaque: boolean; seed: number }) {
  const next = random(seed);
  const rgba = Uint8Array.from({ length: 4 * width * height }, (_, k) =>
    k % 4 === 3 && (opaque || next() < 0.3) ? 255 : Math.floor(256 * next()),
  );
  return memorySource(width, height, 4, rgba);
}

test('artwork read together is, byte for byte, what its parts give by themselves', () => {
  fc.assert(
    fc.property(cases, ({ scale, left, top, area, ...picture }) => {
      const source = sourceOf(picture);
      const at = { scale, left, top };
      const part = (name: 'r' | 'g' | 'b' | 'alpha') => createFeedReader(kernels, source, at, feedWeights(name));
      const clear = lightCodes(kernels, part('alpha')(area));
      const planes = (['r', 'g', 'b'] as const).map((name) =>
        lightCodes(kernels, liftedLight(kernels, part(name), part('alpha'))(area)),
      );
      const wanted = [...clear].flatMap((code, k) => {
        const alpha = 255 - Math.round(code / 257);
        return alpha === 0 ? [0, 0, 0, 0] : [...planes.map((plane) => BYTES[plane[k]!]!), alpha];
      });
      expect([...createArtworkReader(kernels, source, at)(area, BYTES).data]).toEqual(wanted);
    }),
    { numRuns: 300 },
  );
});

test('colours read together are, code for code, what each part gives by itself', () => {
  fc.assert(
    fc.property(cases, ({ scale, left, top, area, ...picture }) => {
      const source = sourceOf(picture);
      const at = { scale, left, top };
      const together = createColourReader(kernels, source, at)(area, null, true);
      const turned = createColourReader(kernels, source, at)(area, TURNED, false);
      for (const [part, name] of [
        ['r', 'red'],
        ['g', 'green'],
        ['b', 'blue'],
        ['alpha', 'clear'],
      ] as const) {
        const alone = lightCodes(kernels, createFeedReader(kernels, source, at, feedWeights(part))(area));
        expect(together[name]).toEqual(alone);
        if (name !== 'clear') expect(turned[name]).toEqual(alone.map((code) => TURNED[code]!));
      }
    }),
    { numRuns: 300 },
  );
});
