import { area, FillRule, type Path64, union } from 'clipper2-ts';
import { boxOf, type Outline, outlineArea, reversed, signedArea } from '../../src/marks/outline.ts';
import { finished, joinOutlines, outlineOf } from '../../src/marks/joining/join.ts';
import { uniteMany } from '../../src/marks/joining/unite-many.ts';
import { plateOfOutline } from '../../src/marks/raster.ts';
import { bitAt, countInk } from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';
import { allMarksOf, flatMarker, markInputs } from './inputs.ts';

const PPI = 300;
const MM = 25.4 / PPI;
const NONE = { grow: 0, bridge: 0, smooth: 0, fillHoles: 'none', holesBelow: 0, dropSpecks: 0 };
const joined = (outlines: Outline[], change: object = {}): Outline =>
  finished(joinOutlines(outlines, { ...NONE, ...change } as never, PPI));

/** A circle of a radius about a place. */
const disc = (x: number, y: number, r: number): Outline => [
  Float64Array.from({ length: 256 }, (_, k) =>
    k % 2 === 0 ? x + r * Math.cos((Math.PI * k) / 128) : y + r * Math.sin((Math.PI * (k - 1)) / 128),
  ),
];

const boxOfPath = (path: Path64) => ({
  left: Math.min(...path.map((p) => p.x)),
  top: Math.min(...path.map((p) => p.y)),
  right: Math.max(...path.map((p) => p.x)),
  bottom: Math.max(...path.map((p) => p.y)),
});

describe('union', () => {
  test('has the area of a raster union at 16 times the resolution, to 0.1 %', () => {
    const next = random(3);
    const outlines = Array.from({ length: 150 }, () => disc(20 + 160 * next(), 20 + 110 * next(), 2 + 7 * next()));
    const one = joined(outlines);
    // Pixels of a sixteenth: a bit for each, set by any of the circles.
    const width = 200 * 16;
    const height = 150 * 16;
    const all = { width, height, stride: width / 8, data: new Uint8Array((width / 8) * height) };
    for (const outline of outlines) {
      const large = outline.map((p) => p.map((v) => 16 * v));
      const { left, top, right, bottom } = boxOf(large);
      const area = {
        x: Math.floor(left / 8) * 8,
        y: Math.floor(top),
        width: Math.ceil(right) - Math.floor(left / 8) * 8,
        height: Math.ceil(bottom) - Math.floor(top),
        step: 1,
      };
      const plate = plateOfOutline(kernels, large, area);
      for (let y = 0; y < area.height; y++) {
        for (let b = 0; b < plate.stride; b++)
          all.data[(y + area.y) * all.stride + (area.x >> 3) + b]! |= plate.data[y * plate.stride + b]!;
      }
    }
    expect(Math.abs(outlineArea(one) / (countInk(all.data) / 256) - 1)).toBeLessThan(0.001);
  });

  test('no outline crosses itself or another: area by winding equals the sum of outers without holes', () => {
    const next = random(9);
    const outlines = Array.from({ length: 60 }, () => disc(40 * next(), 40 * next(), 2 + 5 * next()));
    const one = joined(outlines);
    const sides: [number, number, number, number, number][] = one.flatMap((p, n) =>
      Array.from({ length: p.length / 2 }, (_, k): [number, number, number, number, number] => {
        const m = (2 * k + 2) % p.length;
        return [p[2 * k]!, p[2 * k + 1]!, p[m]!, p[m + 1]!, n];
      }),
    );
    const side = (ax: number, ay: number, bx: number, by: number, x: number, y: number) =>
      (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    let crossings = 0;
    for (let i = 0; i < sides.length; i++) {
      for (let j = i + 1; j < sides.length; j++) {
        const [a, b] = [sides[i]!, sides[j]!];
        const e = 1e-6;
        const [s, t] = [side(a[0], a[1], a[2], a[3], b[0], b[1]), side(a[0], a[1], a[2], a[3], b[2], b[3])];
        const [u, v] = [side(b[0], b[1], b[2], b[3], a[0], a[1]), side(b[0], b[1], b[2], b[3], a[2], a[3])];
        if (((s > e && t < -e) || (s < -e && t > e)) && ((u > e && v < -e) || (u < -e && v > e))) crossings++;
      }
    }
    expect(crossings).toBe(0);
    expect(one.some((p) => signedArea(p) > 0)).toBe(true);
  });

  test('strips change nothing: nine hundred circles in one strip or in many', () => {
    const next = random(4);
    const paths: Path64[] = Array.from({ length: 900 }, () => {
      const [x, y, r] = [4e5 * next(), 4e4 * next(), 500 + 1500 * next()];
      return Array.from({ length: 24 }, (_, k) => ({
        x: Math.round(x + r * Math.cos((k * Math.PI) / 12)),
        y: Math.round(y + r * Math.sin((k * Math.PI) / 12)),
      }));
    });
    let last = 0;
    let result: Path64[] = [];
    const work = uniteMany(paths.map((path) => ({ box: boxOfPath(path), paths: () => [path] })));
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) {
        result = step.value;
        break;
      }
      expect(step.value).toBeGreaterThanOrEqual(last);
      last = step.value;
    }
    expect(last).toBeCloseTo(1, 1);
    const sum = (all: readonly Path64[]) => all.reduce((a, p) => a + area(p), 0);
    const inOne = union(paths, FillRule.NonZero);
    expect(Math.abs(sum(result) / sum(inOne) - 1)).toBeLessThan(1e-5);
  });
});

describe('what is done to joined outlines', () => {
  const hole: Outline = [disc(50, 50, 30)[0]!, reversed(disc(50, 50, 20)[0]!)];
  const circle = (r: number) => Math.PI * r * r;

  test('grown by d a circle has d more radius', () => {
    expect(outlineArea(joined([disc(50, 50, 20)], { grow: 5 * MM })) / circle(25)).toBeCloseTo(1, 2);
    expect(outlineArea(joined([disc(50, 50, 20)], { grow: -5 * MM })) / circle(15)).toBeCloseTo(1, 2);
  });
  test('holes are filled: all, or those below an area', () => {
    expect(joined([hole])).toHaveLength(2);
    expect(joined([hole], { fillHoles: 'all' })).toHaveLength(1);
    expect(outlineArea(joined([hole], { fillHoles: 'all' })) / circle(30)).toBeCloseTo(1, 2);
    expect(joined([hole], { fillHoles: 'small', holesBelow: circle(19) * MM * MM })).toHaveLength(2);
    expect(joined([hole], { fillHoles: 'small', holesBelow: circle(21) * MM * MM })).toHaveLength(1);
  });
  test('an island in a hole that is filled goes with it', () => {
    expect(joined([hole, disc(50, 50, 5)])).toHaveLength(3);
    expect(joined([hole, disc(50, 50, 5)], { fillHoles: 'all' })).toHaveLength(1);
  });
  test('specks below an area are dropped, and their holes with them', () => {
    const small = hole.map((p) => p.map((v) => v / 10 + 100));
    expect(joined([disc(50, 50, 20), small])).toHaveLength(3);
    expect(joined([disc(50, 50, 20), small], { dropSpecks: circle(5) * MM * MM })).toHaveLength(1);
  });
  test('gaps narrower than the bridge close, wider ones stay', () => {
    const two = [disc(30, 50, 15), disc(64, 50, 15)];
    expect(joined(two, { bridge: 3 * MM })).toHaveLength(2);
    expect(joined(two, { bridge: 8 * MM })).toHaveLength(1);
  });
  test('smoothing rounds corners and keeps the area nearly', () => {
    const square: Outline = [Float64Array.of(10, 10, 90, 10, 90, 90, 10, 90)];
    const smooth = joined([square], { smooth: 10 * MM });
    // Each corner of radius r loses (1 − π/4) r².
    expect(outlineArea(smooth)).toBeCloseTo(6400 - 4 * (1 - Math.PI / 4) * 100, -1);
  });
});

test('the plate of joined marks is that of their outline', () => {
  const inputs = markInputs({ shape: 'circle', to: 1, join: true });
  const marks = allMarksOf(flatMarker(inputs, 1), inputs);
  const outline = joined(marks.map(outlineOf));
  const plate = plateOfOutline(kernels, outline, { x: 0, y: 0, width: 600, height: 400, step: 1 });
  // Between four circles that touch their neighbours a hole stays.
  expect(bitAt(plate, 40, 40)).toBe(0);
  expect(bitAt(plate, 20, 20)).toBe(1);
});
