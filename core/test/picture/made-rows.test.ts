import fc from 'fast-check';
import { createJob, fillOf, type Job, MADE_KINDS, newMade, NO_EDIT, withFill } from '../../src/index.ts';
import { decodeQuickly } from '../../src/colour/quick-srgb.ts';
import { feedWeights } from '../../src/picture/weights.ts';
import { blend } from '../../src/picture/made/blend.ts';
import type { Rgba } from '../../src/picture/made/index.ts';
import { lightReader } from '../jobs.ts';
import { sheetOf } from '../screens.ts';

const [WIDTH, HEIGHT] = [97, 13];

/** Light of a made picture that covers a sheet pixel on pixel, by the kernels. */
function byKernels(kind: string, settings: object, part: 'lightness' | 'b') {
  const base = createJob('x', 'p');
  const made = { kind, settings };
  const job: Job = {
    ...base,
    sheet: sheetOf(WIDTH, HEIGHT),
    pictures: [{ id: 'm', name: 'm', hash: null, made, width: WIDTH, height: HEIGHT, edit: NO_EDIT }],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'm', part } })),
  };
  const { data } = lightReader(job, null, part)({ x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 });
  return { data, weights: feedWeights(part, fillOf(job.passes[0]!).tone) };
}

/** The same point by point, in plain code. */
function plainly(kind: string, settings: object, weights: readonly number[]): Uint16Array {
  const { stops, value } = MADE_KINDS.find((k) => k.name === kind)!.blended!(settings as never, WIDTH / HEIGHT);
  const colour = blend(stops);
  const out: Rgba = [0, 0, 0, 0];
  const clip = (v: number) => Math.min(1, Math.max(0, v));
  return Uint16Array.from({ length: WIDTH * HEIGHT }, (_, k) => {
    const dx = (k % WIDTH) + 0.5 - WIDTH / 2;
    const dy = Math.floor(k / WIDTH) + 0.5 - HEIGHT / 2;
    colour(value(0.5 + dx / WIDTH, 0.5 + dy / HEIGHT), out);
    const [r, g, b] = out.map((v) => decodeQuickly(clip(v))) as [number, number, number];
    const light = clip((r * weights[0]! + g * weights[1]! + b * weights[2]!) / 32768);
    return Math.round(65535 * (1 - (1 - light)));
  });
}

const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
const stops = fc.array(fc.record({ at: fc.integer({ min: 0, max: 20 }).map((n) => n / 20), colour }), {
  minLength: 2,
  maxLength: 5,
});

/** Two greys from 0 to 1, which have a kernel of their own. */
const greys = fc
  .tuple(fc.constantFrom('#000000', '#1f1f1f', '#ffffff'), fc.constantFrom('#ffffff', '#c0c0c0', '#000000'))
  .map(([from, to]) => [
    { at: 0, colour: from },
    { at: 1, colour: to },
  ]);

test('noise by the kernels is the plain noise, code for code', () => {
  const settings = fc.record({
    stops: fc.oneof(stops, greys),
    scale: fc.double({ min: 0.005, max: 2, noNaN: true }),
    detail: fc.integer({ min: 1, max: 9 }),
    rough: fc.double({ min: 0, max: 1, noNaN: true }),
    contrast: fc.double({ min: 0.2, max: 8, noNaN: true }),
    evolve: fc.double({ min: 0, max: 1000, noNaN: true }),
    period: fc.integer({ min: 0, max: 5 }),
    seed: fc.integer({ min: 0, max: 999999 }),
  });
  fc.assert(
    fc.property(settings, fc.constantFrom('lightness' as const, 'b' as const), (own, part) => {
      const { data, weights } = byKernels('noise', own, part);
      expect(data).toEqual(plainly('noise', own, weights));
    }),
    { numRuns: 120 },
  );
});

test.each(['gradient', 'wedge', 'tint'])('%s by the kernels is the plain one, code for code', (kind) => {
  const own = newMade(kind).settings;
  for (const part of ['lightness', 'b'] as const) {
    const { data, weights } = byKernels(kind, own, part);
    expect(data).toEqual(plainly(kind, own, weights));
  }
});

test('a gradient between any colours, with stops on one place, is the plain one', () => {
  fc.assert(
    fc.property(fc.oneof(stops, greys), (own) => {
      const settings = { ...newMade('gradient').settings, stops: own, angle: 30 };
      const { data, weights } = byKernels('gradient', settings, 'lightness');
      expect(data).toEqual(plainly('gradient', settings, weights));
    }),
    { numRuns: 60 },
  );
});
