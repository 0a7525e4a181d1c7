import { mapTones } from '../../src/raster/map-tones.ts';
import fc from 'fast-check';
import { createKernels, findSupercell } from '../../src/index.ts';
import { latticeOf, latticePositions } from '../../src/screen/periodic/positions.ts';
import { random } from '../random.ts';

const kernels = createKernels();
const { floor } = Math;

test('sums of tones in lattice cells and the means spread back, beside the plain formula', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e9 }),
      fc.double({ min: 3, max: 30, noNaN: true }),
      fc.double({ min: 0, max: 90, noNaN: true }),
      fc.integer({ min: 1, max: 120 }),
      fc.integer({ min: 0, max: 3000 }),
      fc.integer({ min: 0, max: 3000 }),
      (seed, pitch, angle, width, x0, y) => {
        const next = random(seed);
        const at = latticePositions(findSupercell(pitch, angle, true));
        const cellOf = (x: number) => {
          const { u, v } = latticeOf(at, x, y);
          return { column: floor(u / at.unit), row: floor(v / at.unit) };
        };
        const all = Array.from({ length: width }, (_, k) => cellOf(x0 + k));
        const c0 = Math.min(...all.map((c) => c.column));
        const r0 = Math.min(...all.map((c) => c.row));
        const columns = Math.max(...all.map((c) => c.column)) - c0 + 1;
        const rows = Math.max(...all.map((c) => c.row)) - r0 + 1;
        const tones = Uint16Array.from({ length: width }, () => floor(next() * 65536));
        const sums = new Float64Array(columns * rows * 2);
        all.forEach((c, k) => {
          const to = ((c.row - r0) * columns + c.column - c0) * 2;
          sums[to]! += tones[k]!;
          sums[to + 1]!++;
        });

        const input = kernels.scratch('tones', 1024);
        const output = kernels.scratch('sums', sums.byteLength);
        kernels.u16(input).set(tones);
        kernels.f64(output).fill(0, 0, sums.length);
        const { u, v } = latticeOf(at, x0, y);
        const step = [u, v, 2 * at.ux, 2 * at.vx, at.unit, c0, r0, columns] as const;
        kernels.run.cellSums(input.ptr, width, ...step, output.ptr);
        const got = kernels.f64(output);
        if (!sums.every((sum, k) => sum === got[k])) return false;

        const means = kernels.scratch('means', columns * rows * 2);
        const codes = Uint16Array.from({ length: columns * rows }, () => floor(next() * 65536));
        kernels.u16(means).set(codes);
        kernels.run.cellSpread(means.ptr, width, ...step, input.ptr);
        const spread = kernels.u16(input);
        return all.every((c, k) => spread[k] === codes[(c.row - r0) * columns + c.column - c0]);
      },
    ),
    { numRuns: 300 },
  );
});

test('look-ups of 8 and of 16 bits', () => {
  const next = random(4);
  const table = Uint16Array.from({ length: 65536 }, () => floor(next() * 65536));
  const codes = Uint16Array.from({ length: 777 }, () => floor(next() * 65536));
  const [a, t, o] = [kernels.scratch('a', 2048), kernels.scratch('t', 131072), kernels.scratch('o', 2048)];
  kernels.u16(t).set(table);
  kernels.u16(a).set(codes);
  kernels.run.lookup16(a.ptr, t.ptr, 777, o.ptr);
  expect([...kernels.u16(o).subarray(0, 777)]).toEqual([...codes].map((c) => table[c]));
  const bytes = Uint8Array.from(codes, (c) => c >> 8);
  kernels.u8(a).set(bytes);
  kernels.run.lookup8(a.ptr, t.ptr, 777, o.ptr);
  expect([...kernels.u16(o).subarray(0, 777)]).toEqual([...bytes].map((c) => table[c]));
});

test('tones of one table, of another, and of the first again are those of each table', () => {
  const next = random(5);
  const [wide, narrow] = [65536, 256].map((length) => Uint16Array.from({ length }, () => floor(next() * 65536)));
  const codes = Uint16Array.from({ length: 300 }, () => floor(next() * 65536));
  const bytes = Uint8Array.from(codes, (c) => c >> 8);
  for (let turn = 0; turn < 3; turn++) {
    const deep = { width: 100, rows: 3, depth: 16 as const, data: codes };
    expect([...mapTones(kernels, deep, wide!)]).toEqual([...codes].map((c) => wide![c]));
    expect([...mapTones(kernels, { ...deep, depth: 8, data: bytes }, narrow!)]).toEqual(
      [...bytes].map((c) => narrow![c]),
    );
  }
});
