import fc from 'fast-check';
import { bellWeights, throughBell } from '../../src/raster/bell.ts';
import { cubicPhases } from '../../src/raster/taps.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const codes = (count: number, seed: number) => {
  const next = random(seed);
  return Uint16Array.from({ length: count }, () => 65536 * next());
};

test('setting values apart: the kernel and plain arithmetic agree on every one, clipped at both ends', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 700 }),
      fc.integer(),
      fc.integer({ min: -4096, max: 20480 }),
      (count, seed, amount) => {
        const planes = [0, 1, 2].map((k) => codes(count, seed + k));
        const blocks = planes.map((values) => {
          const block = kernels.alloc(2 * count + 16);
          kernels.u16(block).set(values);
          return block;
        });
        kernels.run.setApart(blocks[0]!.ptr, blocks[1]!.ptr, blocks[2]!.ptr, amount, count, blocks[0]!.ptr);
        const found = kernels.u16(blocks[0]!).slice(0, count);
        for (const block of blocks) kernels.release(block);
        const [value, base, around] = planes as [Uint16Array, Uint16Array, Uint16Array];
        return found.every((code, k) => {
          const moved = value[k]! + Math.floor(((base[k]! - around[k]!) * amount + 2048) / 4096);
          return code === Math.min(65535, Math.max(0, moved));
        });
      },
    ),
    { numRuns: 60 },
  );
});

test('bytes widen to 16 bits of the same share, however many', () => {
  for (const count of [1, 15, 16, 17, 333]) {
    const [input, out] = [kernels.alloc(count + 16), kernels.alloc(2 * count + 32)];
    const bytes = Uint8Array.from({ length: count }, (_, k) => (k * 37 + 11) & 255);
    kernels.u8(input).set(bytes);
    kernels.run.widenBytes(input.ptr, count, out.ptr);
    const found = kernels.u16(out).slice(0, count);
    for (const block of [input, out]) kernels.release(block);
    expect([...found]).toEqual(Array.from(bytes, (b) => Math.round((b / 255) * 65535)));
  }
});

test('sampling along a slanting line: the kernel and plain arithmetic agree, white beyond the edge', () => {
  const phases = cubicPhases();
  const table = kernels.alloc(phases.byteLength);
  kernels.i32(table).set(phases);
  const clamp16 = (sum: number) => Math.min(65535, Math.max(0, Math.floor((sum + 8192) / 16384)));
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 30 }),
      fc.integer({ min: 1, max: 20 }),
      fc.double({ min: -3, max: 30, noNaN: true }),
      fc.double({ min: -3, max: 20, noNaN: true }),
      fc.double({ min: -1.5, max: 1.5, noNaN: true }),
      fc.double({ min: -1.5, max: 1.5, noNaN: true }),
      (width, rows, x, y, dx, dy) => {
        const values = codes(width * rows, width * 31 + rows);
        const plane = kernels.alloc(2 * values.length);
        const out = kernels.alloc(2 * 40);
        kernels.u16(plane).set(values);
        kernels.run.sampleAlong(plane.ptr, width, rows, x, y, dx, dy, table.ptr, 40, out.ptr);
        const found = kernels.u16(out).slice(0, 40);
        kernels.release(plane);
        kernels.release(out);
        return found.every((code, k) => {
          const [px, py] = [x + k * dx, y + k * dy];
          if (px < -0.5 || py < -0.5 || px >= width - 0.5 || py >= rows - 0.5) return code === 65535;
          const [ix, iy] = [Math.floor(px), Math.floor(py)];
          const phase = (share: number) => 4 * Math.min(255, Math.floor(share * 256));
          const [wx, wy] = [phase(px - ix), phase(py - iy)];
          let sum = 0;
          for (let r = 0; r < 4; r++) {
            const row = Math.min(rows - 1, Math.max(0, iy - 1 + r));
            let across = 0;
            for (let c = 0; c < 4; c++)
              across += values[row * width + Math.min(width - 1, Math.max(0, ix - 1 + c))]! * phases[wx + c]!;
            sum += clamp16(across) * phases[wy + r]!;
          }
          return code === clamp16(sum);
        });
      },
    ),
    { numRuns: 300 },
  );
  kernels.release(table);
});

test('a bell across and down: the kernel and plain sums agree on every value, edges carried on', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 1, max: 40 }),
      fc.double({ min: 0.25, max: 3.2, noNaN: true }),
      fc.integer({ min: 1, max: 3 }),
      fc.nat(1000),
      (width, height, sigma, step, place) => {
        const data = codes(width * height, width + 61 * height);
        const x = place % width;
        const y = (place * 7) % height;
        const box = { x, y, width: 1 + (place % (width - x)), height: 1 + (place % (height - y)), step };
        const plane = { x: 0, y: 0, width, rows: height, data };
        const found = throughBell(kernels, plane, { width, height }, box, sigma);
        const weights = bellWeights(sigma);
        const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
        const through = (value: (t: number) => number) => {
          const middle = value(0) >> 1;
          const sum = weights.reduce((total, w, k) => {
            const pair = (value(-k - 1) + value(k + 1) + 1) >> 2;
            return total + (((pair - middle) * w + 16384) >> 15);
          }, 0);
          return 2 * clamp(middle + sum, 32767) + (value(0) & 1);
        };
        const across = (column: number, row: number) =>
          through((t) => data[row * width + clamp(column + t, width - 1)]!);
        return found.every((code, k) => {
          const column = box.x + (k % box.width);
          const row = box.y + Math.floor(k / box.width) * step;
          return code === through((t) => across(column, clamp(row + t, height - 1)));
        });
      },
    ),
    { numRuns: 60 },
  );
});
