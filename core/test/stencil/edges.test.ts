import fc from 'fast-check';
import { type Cover, EDGE_PARAMS, type EdgeSettings, NO_EDGES } from '../../src/index.ts';
import { planned } from '../../src/raster/planned.ts';
import type { CoverReader } from '../../src/stencil/cover.ts';
import { planEdges } from '../../src/stencil/edges.ts';
import { squaredDistances } from '../../src/stencil/distance.ts';
import { withoutHoles, withoutSpecks } from '../../src/stencil/pieces.ts';
import { runArea, runCover, runsOf } from '../../src/stencil/run-mask.ts';

const WIDTH = 64;
const HEIGHT = 48;
/** A pixel is a millimetre. */
const PPI = 25.4;
const SHEET = { width: WIDTH, height: HEIGHT, ppi: PPI };
const ALL = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };

/** Some discs and bars, whole or cut out of each other; nothing lies beyond the sheet. */
interface Blob {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly tall: number;
  readonly inside: boolean;
}

const blobs = fc.array(
  fc.record({
    x: fc.integer({ min: 0, max: WIDTH }),
    y: fc.integer({ min: 0, max: HEIGHT }),
    r: fc.integer({ min: 2, max: 25 }),
    tall: fc.constantFrom(0.2, 1, 3),
    inside: fc.boolean(),
  }),
  { minLength: 1, maxLength: 6 },
);

const insideOf = (all: readonly Blob[]) => (x: number, y: number) =>
  all.reduce((was, b) => {
    const [dx, dy] = [x + 0.5 - b.x, (y + 0.5 - b.y) / b.tall];
    return dx * dx + dy * dy < b.r * b.r ? b.inside : was;
  }, false);

const readerOf =
  (inside: (x: number, y: number) => boolean): CoverReader =>
  (area) =>
    Uint8Array.from({ length: area.width * Math.ceil(area.height / area.step) }, (_, k) => {
      const [x, y] = [area.x + (k % area.width), area.y + Math.floor(k / area.width) * area.step];
      return inside(x, y) ? 255 : 0;
    });

const edged = (inside: (x: number, y: number) => boolean, edges: Partial<EdgeSettings>) =>
  planEdges(
    planned('test', null, [], () => readerOf(inside)),
    { ...NO_EDGES, ...edges },
    SHEET,
    (_, make) => make(),
  );

const bytes = (cover: Cover, count = WIDTH * HEIGHT): Uint8Array =>
  typeof cover === 'number' ? new Uint8Array(count).fill(cover) : cover;

/**
 * Signed distance of a pixel's middle to the outline between pixels, by trying every point of it: the middles of sides
 * and the corners of all pixels that have a neighbour on the other side. Positive inside.
 */
function bruteDistances(inside: (x: number, y: number) => boolean, beyond: number): Float64Array {
  const outline: [number, number][] = [];
  for (let y = -beyond; y < HEIGHT + beyond; y++) {
    for (let x = -beyond; x < WIDTH + beyond; x++) {
      const own = inside(x, y);
      if (inside(x + 1, y) !== own) for (let k = 0; k <= 4; k++) outline.push([x + 1, y + k / 4]);
      if (inside(x, y + 1) !== own) for (let k = 0; k <= 4; k++) outline.push([x + k / 4, y + 1]);
    }
  }
  return Float64Array.from({ length: WIDTH * HEIGHT }, (_, k) => {
    const [x, y] = [k % WIDTH, Math.floor(k / WIDTH)];
    let least = Infinity;
    for (const [ox, oy] of outline) {
      const [dx, dy] = [ox - x - 0.5, oy - y - 0.5];
      least = Math.min(least, dx * dx + dy * dy);
    }
    return Math.sqrt(least) * (inside(x, y) ? 1 : -1);
  });
}

describe('the distance transform', () => {
  test('equals a search of all pixels', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 12 * 9, maxLength: 12 * 9 }),
        fc.integer({ min: 1, max: 14 }),
        (raw, reach) => {
          const mask = raw.map((v) => (v < 20 ? 1 : 0));
          const got = squaredDistances(mask, 12, 9, 1, reach);
          const wanted = Float32Array.from(mask, (_, k) => {
            const near = [...mask].map((v, n) =>
              v === 1 ? ((k % 12) - (n % 12)) ** 2 + (Math.floor(k / 12) - Math.floor(n / 12)) ** 2 : Infinity,
            );
            return Math.min((reach + 1) * (reach + 1), ...near);
          });
          expect(got).toEqual(wanted);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('edges, against a search of the whole outline', () => {
  test('grow, shrink, inset, band and feather are within half a pixel of the true distance', () => {
    fc.assert(
      fc.property(
        blobs,
        fc.record({
          grow: fc.double({ min: -9, max: 9, noNaN: true }),
          inset: fc.double({ min: 0, max: 9, noNaN: true }),
          band: fc.constantFrom(0, 2.5, 6),
          feather: fc.constantFrom(0, 0, 3, 8),
        }),
        (all, edges) => {
          const inside = insideOf(all);
          const got = bytes(edged(inside, edges).read(ALL));
          const distances = bruteDistances(inside, 22);
          const past = (d: number) =>
            edges.feather > 0 ? Math.min(1, Math.max(0, 0.5 + d / edges.feather)) : d > 0 ? 1 : 0;
          const coverAt = (d: number) =>
            255 *
            past(d - edges.inset + edges.grow) *
            (edges.band > 0 ? 1 - past(d - edges.inset + edges.grow - edges.band) : 1);
          // Somewhere within half a pixel of its place the true cover is what was found.
          const slack = edges.feather > 0 ? 13 : 1;
          const wrong = [...got].filter((v, k) => {
            const near = [-0.5, -0.3, -0.1, 0, 0.1, 0.3, 0.5].map((d) => coverAt(distances[k]! + d));
            return v < Math.min(...near) - slack || v > Math.max(...near) + slack;
          });
          expect(wrong).toEqual([]);
        },
      ),
      { numRuns: 12 },
    );
  });

  test('areas fit each other whatever they are cut into, also where rows are left out', () => {
    fc.assert(
      fc.property(
        blobs,
        fc.record({
          grow: fc.constantFrom(-4, 0, 5),
          smooth: fc.constantFrom(0, 4),
          feather: fc.constantFrom(0, 5),
          fillHoles: fc.constantFrom(0, 30),
        }),
        fc.record({
          x: fc.integer({ min: 0, max: 34 }),
          y: fc.integer({ min: 0, max: 18 }),
          step: fc.constantFrom(1, 3),
        }),
        (all, edges, { x, y, step }) => {
          const plan = edged(insideOf(all), edges);
          const whole = bytes(plan.read(ALL));
          const area = { x, y, width: 30, height: 30, step };
          const part = bytes(plan.read(area), 30 * Math.ceil(30 / step));
          const wanted = part.map((_, k) => whole[(y + Math.floor(k / 30) * step) * WIDTH + x + (k % 30)]!);
          expect(part).toEqual(wanted);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('lengths are mm at any resolution', () => {
    const square = (scale: number) => (x: number, y: number) =>
      x >= 10 * scale && x < 50 * scale && y >= 4 * scale && y < 44 * scale;
    const areaAt = (scale: number) => {
      const size = { width: WIDTH * scale, height: HEIGHT * scale };
      const plan = planEdges(
        planned('test', null, [], () => readerOf(square(scale))),
        { ...NO_EDGES, inset: 5.3 },
        { ...size, ppi: PPI * scale },
        (_, make) => make(),
      );
      const cover = bytes(plan.read({ x: 0, y: 0, ...size, step: 1 }), size.width * size.height);
      return cover.reduce((sum, v) => sum + v / 255, 0) / (scale * scale);
    };
    const truth = (40 - 2 * 5.3) ** 2;
    expect(Math.abs(areaAt(8) - truth)).toBeLessThan((4 * 30) / 8);
    expect(Math.abs(areaAt(3) - truth)).toBeLessThan((4 * 30) / 3);
  });

  test('smoothing rounds a corner and leaves a straight edge where it is', () => {
    const half = (x: number) => x >= 40;
    expect(bytes(edged(half, { smooth: 6 }).read(ALL))).toEqual(bytes(readerOf(half)(ALL)));
    const corner = (x: number, y: number) => x >= 40 && y >= 30;
    const smoothed = bytes(edged(corner, { smooth: 6 }).read(ALL));
    expect(smoothed[30 * WIDTH + 40]).toBe(0);
    expect(smoothed[36 * WIDTH + 46]).toBe(255);
  });

  test('inverting is exact, and the table of settings is what documents hold', () => {
    const inside = insideOf([{ x: 40, y: 30, r: 12, tall: 1, inside: true }]);
    const plain = bytes(edged(inside, {}).read(ALL));
    expect(bytes(edged(inside, { invert: true }).read(ALL))).toEqual(plain.map((v) => 255 - v));
    expect(Object.keys(NO_EDGES)).toEqual(Object.keys(EDGE_PARAMS));
  });
});

describe('holes and specks', () => {
  const disc = (x: number, y: number, r: number, inside: boolean): Blob => ({ x, y, r, tall: 1, inside });
  const inside = insideOf([
    disc(45, 35, 28, true),
    disc(45, 35, 8, false),
    disc(30, 35, 2, false),
    disc(4, 5, 3, true),
  ]);
  const mask = runsOf(readerOf(inside), { width: WIDTH, height: HEIGHT });
  const holes = [Math.PI * 64, Math.PI * 4];
  const speck = Math.PI * 9;

  test('only holes up to the size are filled, and only specks up to the size are dropped', () => {
    const area = runArea(mask);
    expect(Math.abs(runArea(withoutHoles(mask, 50)) - area - holes[1]!)).toBeLessThan(4);
    expect(Math.abs(runArea(withoutHoles(mask, 500)) - area - holes[0]! - holes[1]!)).toBeLessThan(9);
    expect(Math.abs(runArea(withoutSpecks(mask, 50)) - area + speck)).toBeLessThan(4);
    expect(runArea(withoutSpecks(mask, 20))).toBe(area);
  });

  test('a mask as runs reads back pixel by pixel', () => {
    expect(bytes(runCover(mask)(ALL))).toEqual(bytes(readerOf(inside)(ALL)));
  });

  test('what touches the edge of the sheet is no hole', () => {
    const ring = insideOf([disc(0, 0, 30, true), disc(0, 0, 15, false)]);
    const runs = runsOf(readerOf(ring), { width: WIDTH, height: HEIGHT });
    expect(runArea(withoutHoles(runs, 1e6))).toBe(runArea(runs));
  });
});
