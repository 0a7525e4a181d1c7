import fc from 'fast-check';
import { createKernels } from '../../src/index.ts';

const kernels = createKernels();
const { run } = kernels;

/** Numbers from a seed, for arrays too long to generate one by one. */
const fill = (seed: number, length: number, most: number) => {
  let s = seed >>> 0 || 1;
  return Array.from({ length }, () => {
    s ^= s << 13;
    s ^= s >>> 17;
    s ^= s << 5;
    return Math.floor(((s >>> 0) / 4294967296) * (most + 1));
  });
};

const seeds = fc.integer({ min: 1, max: 2 ** 31 });

describe('kernels and their plain twins agree', () => {
  test('threshold rows, 16 and 8 bits, any length, period and start', () => {
    fc.assert(
      fc.property(
        seeds,
        fc.integer({ min: 1, max: 700 }),
        fc.integer({ min: 16, max: 200 }),
        fc.nat(),
        (seed, count, period, from) => {
          for (const bits of [16, 8] as const) {
            const most = 2 ** bits - 1;
            const codes = fill(seed, count + 16, most);
            const limits = fill(seed + 1, period, most);
            const wide = [...limits, ...Array.from({ length: 16 }, (_, k) => limits[k % period]!)];
            const start = from % period;
            const [a, b, out] = ['a', 'b', 'out'].map((n) => kernels.scratch(n, 4096)) as [never, never, never];
            const view = bits === 16 ? kernels.u16 : kernels.u8;
            view(a).set(codes);
            view(b).set(wide);
            const ptr = (block: { ptr: number }) => block.ptr;
            (bits === 16 ? run.threshold16 : run.threshold8)(ptr(a), ptr(b), period, start, count, ptr(out));
            const bytes = kernels.u8(out);
            for (let x = 0; x < count; x++) {
              const expected = codes[x]! < limits[(start + x) % period]! ? 1 : 0;
              if (((bytes[x >> 3]! >> (7 - (x & 7))) & 1) !== expected) return false;
            }
          }
          return true;
        },
      ),
      { numRuns: 200 },
    );
  });

  test('resampling across and down', () => {
    fc.assert(
      fc.property(seeds, fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 9 }), (seed, count, taps) => {
        const source = fill(seed, count + taps, 65535);
        const starts = fill(seed + 1, count, count);
        const weights = fill(seed + 2, count * taps, Math.floor(16384 / taps));
        const blocks = ['s', 't', 'w', 'o', 'p'].map((n) => kernels.scratch(`r${n}`, 8192));
        const [s, t, w, o, p] = blocks as [
          (typeof blocks)[0],
          (typeof blocks)[0],
          (typeof blocks)[0],
          (typeof blocks)[0],
          (typeof blocks)[0],
        ];
        kernels.u16(s).set(source);
        kernels.i32(t).set(starts);
        kernels.i32(w).set(weights);
        run.resampleAcross(s.ptr, t.ptr, w.ptr, taps, count, o.ptr);
        const clamp = (sum: number) => Math.min(65535, Math.max(0, (sum + 8192) >> 14));
        for (let k = 0; k < count; k++) {
          let sum = 0;
          for (let i = 0; i < taps; i++) sum += source[starts[k]! + i]! * weights[k * taps + i]!;
          if (kernels.u16(o)[k] !== clamp(sum)) return false;
        }
        for (let i = 0; i < taps; i++) kernels.u32(p)[i] = s.ptr + 2 * i;
        run.resampleDown(p.ptr, w.ptr, taps, count, o.ptr);
        for (let k = 0; k < count; k++) {
          let sum = 0;
          for (let i = 0; i < taps; i++) sum += source[k + i]! * weights[i]!;
          if (kernels.u16(o)[k] !== clamp(sum)) return false;
        }
        return true;
      }),
      { numRuns: 100 },
    );
  });

  test('the mean of plate pixels under display pixels, at any scale and offset', () => {
    fc.assert(
      fc.property(
        seeds,
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0.04, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (seed, width, scale, left) => {
          const plates = [fill(seed, 48, 255), fill(seed + 1, 48, 255)];
          const colours = fill(seed + 2, 16, 1000).map((v) => v / 1000);
          const rows = plates.map((bytes, k) => {
            const block = kernels.scratch(`plate${k}`, 64);
            kernels.u8(block).set(bytes);
            return block.ptr;
          });
          const [pointers, palette, out] = ['pp', 'pal', 'acc'].map((n) => kernels.scratch(n, 16384)) as [
            never,
            never,
            never,
          ];
          const at = (b: { ptr: number }) => b.ptr;
          kernels.u32(pointers).set(rows);
          kernels.f32(palette).set(colours);
          kernels.f32(out).fill(0);
          run.composeMean(at(pointers), 2, at(palette), width, left, scale, 1, at(out));
          const expected = new Float64Array(4 * 400);
          for (let x = 0; x < width; x++) {
            const code = plates.reduce((c, bytes, k) => c | (((bytes[x >> 3]! >> (7 - (x & 7))) & 1) << k), 0);
            for (let d = 0; d < 400; d++) {
              const a = Math.max(d, left + x * scale);
              const b = Math.min(d + 1, left + (x + 1) * scale);
              if (b <= a) continue;
              for (let c = 0; c < 4; c++) expected[4 * d + c]! += (colours[4 * code + c]! * (b - a)) / scale;
            }
          }
          const sums = kernels.f32(out);
          return expected.every((v, k) => Math.abs(v - sums[k]!) < 1e-3 * (1 + v));
        },
      ),
      { numRuns: 200 },
    );
  });

  test('light of RGBA pixels', () => {
    const rgba = fill(5, 400, 255);
    const table = fill(6, 256, 65535);
    const [a, t, o] = ['la', 'lt', 'lo'].map((n) => kernels.scratch(n, 1024)) as [never, never, never];
    kernels.u8(a).set(rgba);
    kernels.u16(t).set(table);
    const at = (b: { ptr: number }) => b.ptr;
    run.lightRgba(at(a), at(t), 7000, 23000, 2768, 0, 100, at(o));
    for (let k = 0; k < 100; k++) {
      const [r, g, b, alpha] = rgba.slice(4 * k, 4 * k + 4) as [number, number, number, number];
      const light = (table[r]! * 7000 + table[g]! * 23000 + table[b]! * 2768 + 16384) >>> 15;
      const laid = alpha === 255 ? light : 65535 - Math.floor(((65535 - light) * alpha + 127) / 255);
      expect(kernels.u16(o)[k]).toBe(laid);
    }
  });
});
