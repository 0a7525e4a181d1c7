import fc from 'fast-check';
import { NO_DETAIL } from '../../src/bend/detail.ts';
import type { PointMap } from '../../src/bend/kind.ts';
import { placeGrid } from '../../src/bend/place-grid.ts';
import { TILE } from '../../src/bend/place-tile.ts';
import { placesOver } from '../../src/bend/places-over.ts';
import { bend, mapsOf, named, ONE_TO_ONE } from './bends.ts';

/** The greatest distance of places over an area from where the map has them. */
function greatestError(own: ReturnType<typeof bend>, x: number, y: number, step = 1, rough = false): number {
  const { lattice } = mapsOf(own);
  const area = { x, y, width: 150, height: 120, step };
  const { xs, ys } = placesOver(placeGrid(lattice.back, lattice.detail, rough), area);
  const out = { x: 0, y: 0 };
  let most = 0;
  for (let k = 0; k < xs.length; k++) {
    lattice.back(x + (k % 150) + 0.5, y + Math.floor(k / 150) * step + 0.5, out);
    most = Math.max(most, Math.hypot(xs[k]! - out.x, ys[k]! - out.y));
  }
  return most;
}

/** A push has the edges of its brush, which may lie between two places that are tried; these are smooth. */
const smooth = ONE_TO_ONE.filter(({ kind, settings }) => kind !== 'push' && settings.form !== 'triangle');

describe('places between nodes', () => {
  test.each(named(smooth))('%s is off by no more than 0.02 px', (_, own) => {
    for (const [x, y] of [
      [0, 0],
      [410, 333],
      [900, 700],
    ] as const) {
      expect(greatestError(own, x, y)).toBeLessThan(0.02);
    }
  });

  test('a brush and the corners of a triangle are off by less than a tenth', () => {
    for (const own of ONE_TO_ONE.filter((b) => !smooth.includes(b)))
      expect(greatestError(own, 200, 300)).toBeLessThan(0.1);
  });

  test('a steep swirl of a small sheet is as exact', () => {
    expect(greatestError(bend('swirl', { turn: 900, reach: 30, x: 50, y: 40 }), 480, 380)).toBeLessThan(0.02);
  });
});

test('places do not depend on how the sheet is cut into areas', () => {
  const { lattice } = mapsOf(bend('swirl', { turn: 200 }));
  const grid = placeGrid(lattice.back, lattice.detail, false);
  const whole = placesOver(grid, { x: 0, y: 0, width: 400, height: 300, step: 1 });
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 330 }),
      fc.integer({ min: 0, max: 230 }),
      fc.integer({ min: 1, max: 70 }),
      fc.integer({ min: 1, max: 70 }),
      fc.integer({ min: 1, max: 5 }),
      (x, y, width, height, step) => {
        const part = placesOver(grid, { x, y, width, height, step });
        for (let k = 0; k < part.xs.length; k++) {
          const at = (y + Math.floor(k / width) * step) * 400 + x + (k % width);
          expect([part.xs[k], part.ys[k]]).toEqual([whole.xs[at], whole.ys[at]]);
        }
      },
    ),
    { numRuns: 60 },
  );
});

/** How many places a grid asks a map for, to each of 16 × 16 squares. */
function askedFor(map: PointMap, rough: boolean): number {
  let asked = 0;
  const grid = placeGrid(
    (x, y, out) => {
      asked++;
      map(x, y, out);
    },
    NO_DETAIL,
    rough,
  );
  placesOver(grid, { x: 0, y: 0, width: 16 * TILE, height: 16 * TILE, step: 1 });
  return asked / 256;
}

test('few places are worked out where a bend is smooth, and every node where it is not', () => {
  const still: PointMap = (x, y, out) => {
    out.x = x;
    out.y = y;
  };
  const jumps: PointMap = (x, y, out) => {
    out.x = x + 40 * Math.round(y / 7);
    out.y = y;
  };
  // A swirl over the whole of these squares, as steep as that of the demo.
  const swirl = mapsOf(bend('swirl', { x: 43, y: 43, reach: 120, turn: 90 })).lattice.back;
  expect(askedFor(still, true)).toBeLessThan(20);
  expect(askedFor(still, false)).toBeLessThan(20);
  expect(askedFor(swirl, false)).toBeLessThan(20);
  expect(askedFor(jumps, false)).toBeGreaterThan(TILE * TILE);
});

test('a first look is right to half a pixel', () => {
  for (const own of smooth) expect(greatestError(own, 410, 333, 1, true)).toBeLessThan(0.75);
});

test('a small thing is passed over nowhere: its radius says how close places must lie', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 6, max: 120, noNaN: true }),
      fc.double({ min: 64, max: 192, noNaN: true }),
      fc.double({ min: 64, max: 192, noNaN: true }),
      fc.double({ min: 1, max: 4, noNaN: true }),
      (radius, cx, cy, height) => {
        const bump: PointMap = (x, y, out) => {
          const near = 1 - ((x - cx) ** 2 + (y - cy) ** 2) / (radius * radius);
          const by = near > 0 ? height * near ** 3 : 0;
          out.x = x + by;
          out.y = y - by;
        };
        const { xs, ys } = placesOver(
          placeGrid(bump, () => radius, false),
          { x: 0, y: 0, width: 256, height: 256, step: 1 },
        );
        const out = { x: 0, y: 0 };
        let most = 0;
        for (let k = 0; k < xs.length; k++) {
          bump((k % 256) + 0.5, Math.floor(k / 256) + 0.5, out);
          most = Math.max(most, Math.hypot(xs[k]! - out.x, ys[k]! - out.y));
        }
        expect(most).toBeLessThan(0.03);
      },
    ),
    { numRuns: 150 },
  );
});

test.each([
  ['bulge', (x: number, y: number) => bend('bulge', { x, y, reach: 3, amount: 0.6 }), 0.03],
  ['swirl', (x: number, y: number) => bend('swirl', { x, y, reach: 4, turn: 60 }), 0.03],
  ['two pins', (x: number, y: number) => bend('pins', { pins: [x, y, x, y, x + 3, y, x + 3, y + 0.5] }), 0.03],
  ['push', (x: number, y: number) => bend('push', { strokes: [pushed(x, y)] }), 0.1],
] as const)('a small %s is seen wherever it lies', (_, made, most) => {
  fc.assert(
    fc.property(fc.double({ min: 20, max: 80, noNaN: true }), fc.double({ min: 20, max: 60, noNaN: true }), (x, y) => {
      expect(greatestError(made(x, y), Math.round(10 * x) - 45, Math.round(10 * y) - 30)).toBeLessThan(most);
    }),
    { numRuns: 40 },
  );
});

/** A short stroke of a small brush. */
const pushed = (x: number, y: number) => ({
  ...{ does: 'free', size: 6, hardness: 0.2, strength: 1 },
  points: [x, y, 1, x + 1, y, 1],
});
