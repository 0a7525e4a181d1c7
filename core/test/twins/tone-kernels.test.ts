import fc from 'fast-check';
import { decodeSrgb, encodeSrgb } from '../../src/index.ts';
import { bellReach, bellWeights, throughBell } from '../../src/raster/bell.ts';
import { cubicPhases } from '../../src/raster/taps.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const codes = (count: number, seed: number) => {
  const next = random(seed);
  return Uint16Array.from({ length: count }, () => 65536 * next());
};

test('setting light apart: the kernel and plain arithmetic agree on every code', () => {
  const encoded = Uint16Array.from({ length: 65536 }, (_, k) => Math.round(encodeSrgb(k / 65535) * 65535));
  const decoded = Uint16Array.from({ length: 65536 }, (_, k) => Math.round(decodeSrgb(k / 65535) * 65535));
  const tables = kernels.alloc(4 * 65536);
  kernels.u16(tables).set(encoded);
  kernels.u16(tables).set(decoded, 65536);
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 700 }),
      fc.integer(),
      fc.integer({ min: -4096, max: 20480 }),
      (count, seed, amount) => {
        const [light, base, around] = [codes(count, seed), codes(count, seed + 1), codes(count, seed + 2)];
        const blocks = [light, base, around, light].map((values) => {
          const block = kernels.alloc(2 * count);
          kernels.u16(block).set(values);
          return block;
        });
        const [a, b, c, out] = blocks as [
          (typeof blocks)[0],
          (typeof blocks)[0],
          (typeof blocks)[0],
          (typeof blocks)[0],
        ];
        kernels.run.setApart(a!.ptr, b!.ptr, c!.ptr, tables.ptr, tables.ptr + 131072, amount, count, out!.ptr);
        const found = kernels.u16(out!).slice(0, count);
        for (const block of blocks) kernels.release(block);
        return found.every((code, k) => {
          const edge = encoded[base[k]!]! - encoded[around[k]!]!;
          const v = encoded[light[k]!]! + Math.floor((edge * amount + 2048) / 4096);
          return code === decoded[Math.min(65535, Math.max(0, v))];
        });
      },
    ),
    { numRuns: 60 },
  );
  kernels.release(tables);
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
        const reach = bellReach(sigma);
        const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
        const sum = (value: (t: number) => number) =>
          Math.floor((weights.reduce((total, w, t) => total + w * value(t), 0) + 8192) / 16384);
        const across = (column: number, row: number) =>
          sum((t) => data[row * width + clamp(column - reach + t, width - 1)]!);
        return found.every((code, k) => {
          const column = box.x + (k % box.width);
          const row = box.y + Math.floor(k / box.width) * step;
          return code === sum((t) => across(column, clamp(row - reach + t, height - 1)));
        });
      },
    ),
    { numRuns: 60 },
  );
});
