import fc from 'fast-check';
import { loadClipper } from '../../src/marks/joining/clipper.ts';
import type { PictureLook } from '../../src/stones/look.ts';
import { staysInside, type StoneRegion } from '../../src/stones/lay.ts';
import type { StoneSettings } from '../../src/stones/params.ts';
import { DEFAULT_STONES, type StoneTable } from '../../src/stones/table/table.ts';
import { WAY_NAMES } from '../../src/stones/ways/index.ts';
import type { HandStone } from '../../src/settings/params.ts';
import { insideBy, tooNear } from './brute-force.ts';
import { layout, region } from './designs.ts';

beforeAll(loadClipper);

const shaped = (name: string, shape: string, width: number, height: number) => ({
  ...DEFAULT_STONES.sizes[0]!,
  name,
  shape,
  width,
  height,
});

/** The stones of the trade, and one of each other shape. */
const TABLE: StoneTable = {
  ...DEFAULT_STONES,
  sizes: [...DEFAULT_STONES.sizes, shaped('Q3', 'square', 3, 3), shaped('O5', 'oval', 5, 3)],
};

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const oneOf = <T>(...of: readonly T[]) => fc.constantFrom(...of);

/** An outline about a place: corners at random distances, so that it has points and bays; straight or curved. */
const blob = fc
  .tuple(between(50, 75), between(50, 75), fc.array(between(5, 17), { minLength: 3, maxLength: 9 }), fc.boolean())
  .map(([x, y, radii, curved]) => {
    const at = (k: number, times = 1) => {
      const turn = (2 * Math.PI * k) / radii.length;
      const r = radii[Math.floor(k) % radii.length]! * times;
      return `${(x + r * Math.cos(turn)).toFixed(4)} ${(y + r * Math.sin(turn)).toFixed(4)}`;
    };
    const corners = radii.map((_, k) => k);
    if (!curved) return `M${corners.map((k) => at(k)).join('L')}Z`;
    return `M${at(0)}${corners.map((k) => `Q${at(k + 0.5, 1.3)} ${at(k + 1)}`).join('')}Z`;
  });

const own: fc.Arbitrary<Partial<StoneSettings>> = fc.record({
  way: oneOf(...WAY_NAMES),
  takes: oneOf('colour', 'size'),
  diffuse: fc.boolean(),
  colours: fc.constant(['Clear', 'Signal red', 'Deep teal']),
  sizes: fc.uniqueArray(oneOf(...TABLE.sizes.map((s) => s.name)), { minLength: 1, maxLength: 3 }),
  gap: oneOf(0, 0.2, 0.3, 1.524),
  side: oneOf('inside', 'centre', 'outside'),
  distance: oneOf(0, 0, 1.3),
  runs: fc.integer({ min: 1, max: 3 }),
  corner: fc.boolean(),
  rows: oneOf('square', 'brick'),
  angle: oneOf(0, 17, 90, -33.3),
  fillMiddle: fc.boolean(),
  filling: oneOf('tight', 'scattered', 'tone'),
  spread: between(1, 2),
}) as never;

/** A picture of 120 × 120 mm: a wave of tones, colours that run both ways, and a corner that is clear. */
const LOOK: PictureLook = (() => {
  const size = 60;
  const at = (f: (x: number, y: number) => number) =>
    Uint16Array.from({ length: size * size }, (_, k) =>
      Math.round(65535 * f((k % size) / size, Math.floor(k / size) / size)),
    );
  const lights = new Uint16Array(3 * size * size);
  [(x: number) => x, (_: number, y: number) => y, (x: number) => 1 - x].forEach((f, c) => {
    lights.set(at(f), c * size * size);
  });
  return {
    width: size,
    height: size,
    perMm: 0.5,
    left: 0,
    top: 0,
    tones: at((x, y) => 0.5 + 0.5 * Math.sin(9 * x) * Math.cos(7 * y)),
    lights,
    clear: at((x, y) => (x > 0.6 && y > 0.6 ? 1 : 0)),
  };
})();

const handStone: fc.Arbitrary<HandStone> = fc.record({
  x: between(40, 85),
  y: between(40, 85),
  turn: oneOf(0, 30),
  size: oneOf(...TABLE.sizes.map((s) => s.name)),
  colour: oneOf('Clear', 'Jet'),
  locked: fc.boolean(),
  loosed: fc.constant(false),
});

const design = fc.array(
  fc
    .record({ path: blob, own, hand: fc.array(handStone, { maxLength: 4 }), seed: fc.integer({ min: 0, max: 99 }) })
    .map(({ path, own: settings, hand, seed }) =>
      region(path, { ...settings, hand }, { seed, centre: { x: 60, y: 60 }, look: LOOK }),
    ),
  { minLength: 1, maxLength: 3 },
);

/** Stones that the hand placed lie where it put them, also on each other. */
const bothByHand = (list: { readonly hand: Int32Array }) => (a: number, b: number) =>
  list.hand[a]! >= 0 && list.hand[b]! >= 0;

function checked(regions: readonly StoneRegion[]): void {
  const { stones } = layout(regions, TABLE);
  const near = tooNear(stones, TABLE, (r) => regions[r]!.own.gap, bothByHand(stones));
  if (near) throw new Error(near);
  for (let k = 0; k < stones.count; k++) {
    const { own: settings, art } = regions[stones.region[k]!]!;
    const { shape, width, height } = TABLE.sizes[stones.size[k]!]!;
    if (stones.hand[k]! >= 0 || !staysInside(settings) || shape !== 'round') continue;
    const inside = insideBy(stones.x[k]!, stones.y[k]!, art.areas) - Math.min(width, height) / 2;
    if (inside < -0.002) throw new Error(`A stone reaches ${-inside} mm over the outline.`);
  }
}

test('stones of 500 random designs, laid in all ways and by hand, keep the greater gap of both to 1 µm and stay inside', () => {
  fc.assert(
    fc.property(design, (regions) => checked(regions)),
    { numRuns: 500, seed: 18 },
  );
}, 240_000);

test('the check finds stones that are too near: the same design with one stone moved', () => {
  const regions = [region('M40 40H90V90H40Z', { way: 'rows', gap: 0.3 })];
  const { stones } = layout(regions, TABLE);
  const none = () => false;
  expect(tooNear(stones, TABLE, () => 0.3, none)).toBeNull();
  stones.x[7] = stones.x[7]! + 0.002;
  expect(tooNear(stones, TABLE, () => 0.3, none)).toMatch(/0\.29[78]\d+ mm between/);
});
