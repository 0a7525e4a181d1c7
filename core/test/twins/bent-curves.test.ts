import fc from 'fast-check';
import { cubicSlopes, cubicWeights } from '../../src/bend/cubic.ts';
import { nodesOnCurves } from '../../src/bend/place-curves.ts';
import { TILE } from '../../src/bend/place-tile.ts';
import { createKernels } from '../../src/index.ts';
import { random } from '../random.ts';

const kernels = createKernels();

/** How lattice coordinates grow: for u with x and y, and for v; far enough that some of them wrap. */
const scalesOf = (next: () => number) => Array.from({ length: 4 }, () => (next() - 0.5) * 3e5);

/** A coordinate as 32 bits, as the kernels store it. */
const coordinate = (x: number, y: number, byX: number, byY: number): number => Math.floor(x * byX + y * byY + 0.5) | 0;

/** Places `each` pixels apart that a gentle bend moves by up to some pixels each. */
const placesOf = (next: () => number, wide: number, rows: number, each: number) =>
  Float64Array.from({ length: 2 * wide * rows }, (_, k) => {
    const node = k >> 1;
    return (k & 1 ? Math.floor(node / wide) : node % wide) * each + 2000 * next();
  });

test('the kernel works out nodes on cubics as the plain code does', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e9 }),
      fc.constantFrom(8, 16, 32, 64),
      fc.integer({ min: 0, max: 5 }),
      (seed, each, fine) => {
        const next = random(seed);
        const step = Math.max(1, each >> fine);
        const wide = TILE / each + 3;
        const many = TILE / step + 1;
        const places = placesOf(next, wide, wide, each);
        const [ux, uy, vx, vy] = scalesOf(next) as [number, number, number, number];
        const at = kernels.scratch('curves-places', places.byteLength);
        const room = kernels.scratch('curves-room', wide * many * 16);
        const us = kernels.scratch('curves-us', many * many * 4);
        const vs = kernels.scratch('curves-vs', many * many * 4);
        const ends = kernels.scratch('curves-ends', 16);
        kernels.f64(at).set(places);
        kernels.run.bentCurves(at.ptr, each, step, ux, uy, vx, vy, room.ptr, us.ptr, vs.ptr, ends.ptr);
        const { xs, ys } = nodesOnCurves({ each, step, places });
        const u = Array.from(xs, (x, k) => coordinate(x, ys[k]!, ux, uy));
        const v = Array.from(xs, (x, k) => coordinate(x, ys[k]!, vx, vy));
        expect([...kernels.i32(us).subarray(0, u.length)]).toEqual(u);
        expect([...kernels.i32(vs).subarray(0, v.length)]).toEqual(v);
        expect([...kernels.i32(ends).subarray(0, 4)]).toEqual([
          Math.min(...u),
          Math.max(...u),
          Math.min(...v),
          Math.max(...v),
        ]);
      },
    ),
    { numRuns: 60 },
  );
});

test('the kernel works out the nodes of one row between places 128 pixels apart', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e9 }),
      fc.integer({ min: 4, max: 9 }),
      fc.integer({ min: 0, max: 127 }),
      (seed, wide, y) => {
        const next = random(seed);
        const places = placesOf(next, wide, 4, 128);
        const [ux, uy, vx, vy] = scalesOf(next) as [number, number, number, number];
        const nodes = 4 * (wide - 3) + 1;
        const at = kernels.scratch('row-places', places.byteLength);
        const room = kernels.scratch('row-room', wide * 16);
        const us = kernels.scratch('row-us', nodes * 4);
        const vs = kernels.scratch('row-vs', nodes * 4);
        kernels.f64(at).set(places);
        kernels.run.bentNodesInRow(at.ptr, wide, y / 128, ux, uy, vx, vy, room.ptr, us.ptr, vs.ptr);
        const down = cubicWeights(y / 128);
        for (let n = 0; n < nodes; n++) {
          const c = Math.min(wide - 4, n >> 2);
          const across = cubicWeights((n - 4 * c) / 4);
          const place = (axis: 0 | 1): number => {
            const column = (k: number) =>
              down.reduce((sum, w, r) => sum + w * places[2 * (r * wide + c + k) + axis]!, 0);
            return across.reduce((sum, w, k) => sum + w * column(k), 0);
          };
          const [x, y0] = [place(0), place(1)];
          expect(kernels.i32(us)[n]).toBe(coordinate(x, y0, ux, uy));
          expect(kernels.i32(vs)[n]).toBe(coordinate(x, y0, vx, vy));
        }
      },
    ),
    { numRuns: 60 },
  );
});

test('weights of four values read a cubic and its slope exactly', () => {
  const cubic = (x: number) => 3 - x + 2 * x * x - 0.5 * x * x * x;
  const slope = (x: number) => -1 + 4 * x - 1.5 * x * x;
  const values = [-1, 0, 1, 2].map(cubic);
  const read = (weights: readonly number[]) => weights.reduce((sum, w, k) => sum + w * values[k]!, 0);
  for (const t of [0, 0.2, 0.5, 0.81, 1]) {
    expect(read(cubicWeights(t))).toBeCloseTo(cubic(t), 12);
    expect(read(cubicSlopes(t))).toBeCloseTo(slope(t), 12);
  }
});
