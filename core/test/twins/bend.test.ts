import fc from 'fast-check';
import { createKernels } from '../../src/index.ts';
import { random } from '../random.ts';

const kernels = createKernels();
const { floor } = Math;
const TILE = 64;

/** Nodes of a square whose coordinates grow by about `du` and `dv` to a pixel, as the kernel takes them. */
function nodesOf(next: () => number, shift: number, du: number, dv: number): Int32Array {
  const wide = (TILE >> shift) + 1;
  const start = (next() - 0.5) * 4e5;
  return Int32Array.from({ length: wide * wide }, (_, k) => {
    const [c, r] = [(k % wide) << shift, floor(k / wide) << shift];
    return Math.round(start + c * du + r * dv + (next() - 0.5) * 3e4);
  });
}

/** A coordinate between nodes as plain numbers: first down, then across, each rounded down. */
function coordinateAt(nodes: Int32Array, shift: number, x: number, y: number): number {
  const wide = (TILE >> shift) + 1;
  const each = 1 << shift;
  const [c, r] = [x >> shift, y >> shift];
  const between = (a: number, b: number, part: number) => a + floor(((b - a) * part) / each);
  const at = (column: number) => between(nodes[r * wide + column]!, nodes[(r + 1) * wide + column]!, y & (each - 1));
  return between(at(c), at(c + 1), x & (each - 1));
}

/** A threshold set apart by what its cell differs from others, written out. */
function setApart(threshold: number, u: number, v: number, spread: number): number {
  const turn = ((u >> 16) * 49472 + (v >> 16) * 37345) & 0xffff;
  let moved = threshold + floor((turn * spread) / 65536) - (spread >> 1);
  if (moved < 0) moved = -moved - 1;
  if (moved > 65534) moved = 2 * 65535 - 1 - moved;
  return Math.min(65534, moved);
}

interface Square {
  readonly shift: number;
  readonly us: Int32Array;
  readonly vs: Int32Array;
  readonly x: number;
  readonly y: number;
  readonly count: number;
  readonly rows: number;
  readonly step: number;
}

const square = fc.record({
  seed: fc.integer({ min: 1, max: 1e9 }),
  shift: fc.integer({ min: 0, max: 5 }),
  x: fc.integer({ min: 0, max: 40 }),
  y: fc.integer({ min: 0, max: 30 }),
  count: fc.integer({ min: 1, max: 24 }),
  rows: fc.integer({ min: 1, max: 10 }),
  step: fc.integer({ min: 1, max: 3 }),
});

function squareOf(next: () => number, asked: Omit<Square, 'us' | 'vs'>): Square {
  return { ...asked, us: nodesOf(next, asked.shift, 5200, -2100), vs: nodesOf(next, asked.shift, 2300, 4900) };
}

const coordinates = ({ shift, us, vs, x, y, count, rows, step }: Square) =>
  Array.from({ length: count * rows }, (_, k) => {
    const [px, py] = [x + (k % count), y + floor(k / count) * step];
    return { u: coordinateAt(us, shift, px, py), v: coordinateAt(vs, shift, px, py) };
  });

function loaded({ us, vs }: Square) {
  const [uAt, vAt, room] = [
    kernels.scratch('twin-us', 65 * 65 * 4),
    kernels.scratch('twin-vs', 65 * 65 * 4),
    kernels.scratch('twin-room', 1024),
  ];
  kernels.i32(uAt).set(us);
  kernels.i32(vAt).set(vs);
  return { us: uAt.ptr, vs: vAt.ptr, room: room.ptr };
}

/** The box of cells that hold some coordinates. */
function boxOf(all: readonly { u: number; v: number }[]) {
  const [c0, r0] = [Math.min(...all.map((p) => p.u >> 16)), Math.min(...all.map((p) => p.v >> 16))];
  const columns = Math.max(...all.map((p) => p.u >> 16)) - c0 + 1;
  const rows = Math.max(...all.map((p) => p.v >> 16)) - r0 + 1;
  return { c0, r0, columns, cells: columns * rows };
}

test('thresholds of a bent lattice, with one table and with one for each state', () => {
  fc.assert(
    fc.property(
      square,
      fc.integer({ min: 5, max: 10 }),
      fc.integer({ min: 5, max: 10 }),
      fc.boolean(),
      fc.boolean(),
      (asked, ubits, vbits, stated, apart) => {
        const next = random(asked.seed);
        const own = squareOf(next, asked);
        const { count, rows, step } = own;
        const all = coordinates(own);
        const box = boxOf(all);
        const spread = apart ? floor(next() * 8192) : 0;
        const size = 1 << (ubits + vbits);
        const tables = Uint16Array.from({ length: 3 * size }, () => floor(next() * 65535));
        const states = Uint8Array.from({ length: box.cells }, () => floor(next() * 3));
        // All scratches first: memory may move while one grows.
        const tablesAt = kernels.scratch('twin-tables', tables.byteLength);
        const statesAt = kernels.scratch('twin-states', box.cells + 16);
        const out = kernels.scratch('twin-out', count * rows * 2 + 16);
        const at = loaded(own);
        kernels.u16(tablesAt).set(tables);
        kernels.u8(statesAt).set(states);
        kernels.run.bentThresholds(
          at.us,
          at.vs,
          own.shift,
          own.x,
          own.y,
          count,
          rows,
          step,
          tablesAt.ptr,
          ubits,
          vbits,
          stated ? statesAt.ptr : 0,
          box.c0,
          box.r0,
          box.columns,
          spread,
          at.room,
          out.ptr,
          count * 2,
        );
        const got = kernels.u16(out);
        return all.every(({ u, v }, k) => {
          const entry = (((v & 0xffff) >> (16 - vbits)) << ubits) | ((u & 0xffff) >> (16 - ubits));
          const state = stated ? states[((v >> 16) - box.r0) * box.columns + (u >> 16) - box.c0]! : 0;
          return got[k] === setApart(tables[state * size + entry]!, u, v, spread);
        });
      },
    ),
    { numRuns: 300 },
  );
});

test('sums of tones by cells of a bent lattice, and means given back to their pixels', () => {
  fc.assert(
    fc.property(square, (asked) => {
      const next = random(asked.seed);
      const own = squareOf(next, asked);
      const { count, rows, step } = own;
      const all = coordinates(own);
      const { c0, r0, columns, cells } = boxOf(all);
      const cellOf = ({ u, v }: { u: number; v: number }) => ((v >> 16) - r0) * columns + (u >> 16) - c0;
      const tones = Uint16Array.from({ length: count * rows }, () => floor(next() * 65536));
      const means = Uint16Array.from({ length: cells }, () => floor(next() * 65536));
      const sums = new Float64Array(2 * cells);
      all.forEach((p, k) => {
        sums[2 * cellOf(p)]! += tones[k]!;
        sums[2 * cellOf(p) + 1]!++;
      });
      const tonesAt = kernels.scratch('twin-tones', tones.byteLength + 16);
      const sumsAt = kernels.scratch('twin-sums', sums.byteLength);
      const meansAt = kernels.scratch('twin-means', means.byteLength + 16);
      const out = kernels.scratch('twin-out', count * rows * 2 + 16);
      const at = loaded(own);
      kernels.u16(tonesAt).set(tones);
      kernels.u16(meansAt).set(means);
      kernels.f64(sumsAt).fill(0, 0, sums.length);
      const where = [at.us, at.vs, own.shift, own.x, own.y, count, rows, step] as const;
      kernels.run.bentSums(...where, tonesAt.ptr, count * 2, c0, r0, columns, at.room, sumsAt.ptr);
      const got = kernels.f64(sumsAt);
      if (!sums.every((sum, k) => sum === got[k])) return false;
      kernels.run.bentSpread(...where, meansAt.ptr, c0, r0, columns, at.room, out.ptr, count * 2);
      const spread = kernels.u16(out);
      return all.every((p, k) => spread[k] === means[cellOf(p)]);
    }),
    { numRuns: 300 },
  );
});
