import fc from 'fast-check';
import { createKernels } from '../../src/index.ts';
import { random } from '../random.ts';

const kernels = createKernels();
const { run } = kernels;
const { floor, min, max } = Math;

interface Case {
  readonly seed: number;
  readonly count: number;
  readonly width: number;
  readonly rows: number;
}

const cases = fc.record({
  seed: fc.integer({ min: 1, max: 1e9 }),
  count: fc.integer({ min: 0, max: 4 }),
  width: fc.integer({ min: 1, max: 150 }),
  rows: fc.integer({ min: 1, max: 12 }),
});

/** Random plates, light of sixteen overprints and row weights, and the column sums by the plain formula. */
function plain({ seed, count, width, rows }: Case) {
  const next = random(seed);
  const stride = (width + 7) >> 3;
  const plates = Array.from({ length: count }, () =>
    Uint8Array.from({ length: stride * rows }, () => floor(next() * 256)),
  );
  const light = Array.from({ length: 3 }, () => Uint16Array.from({ length: 16 }, () => floor(next() * 32768)));
  const weights = Uint16Array.from({ length: rows }, () => floor(next() * 257));
  const sums = light.map((channel) =>
    Array.from({ length: width }, (_, x) => {
      let sum = 0;
      for (let y = 0; y < rows; y++) {
        let code = 0;
        plates.forEach((p, k) => {
          code |= ((p[y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1) << k;
        });
        sum += channel[code]! * weights[y]!;
      }
      return sum;
    }),
  );
  return { stride, plates, light, weights, sums };
}

describe('columns of printed light and their plain twins agree', () => {
  test('sums of columns, up to four plates, any width and weights', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const { stride, plates, light, weights, sums } = plain(one);
        const pointers = plates.map((bytes, k) => {
          const block = kernels.scratch(`plate ${k}`, 4096);
          kernels.u8(block).set(bytes);
          return block.ptr;
        });
        const [at, lookups, weight, out] = ['p', 'l', 'w', 'o'].map((n) => kernels.scratch(n, 8192)) as [
          ReturnType<typeof kernels.scratch>,
          ReturnType<typeof kernels.scratch>,
          ReturnType<typeof kernels.scratch>,
          ReturnType<typeof kernels.scratch>,
        ];
        kernels.u32(at).set(pointers);
        light.forEach((channel, c) => {
          channel.forEach((value, code) => {
            kernels.u8(lookups)[32 * c + code] = value & 255;
            kernels.u8(lookups)[32 * c + 16 + code] = value >> 8;
          });
        });
        kernels.u16(weight).set(weights);
        const plane = ((one.width + 15) & ~15) * 4;
        run.composeColumns(at.ptr, stride, one.count, lookups.ptr, one.width, one.rows, weight.ptr, out.ptr, plane);
        return sums.every((channel, c) => channel.every((sum, x) => kernels.u32(out)[(c * plane) / 4 + x] === sum));
      }),
      { numRuns: 200 },
    );
  });

  test('columns are shared out between display pixels, at any scale and place', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e9 }),
        fc.integer({ min: 1, max: 200 }),
        fc.double({ min: 0.03, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.boolean(),
        (seed, width, scale, left, small) => {
          const next = random(seed);
          const columns = Array.from({ length: 3 }, () =>
            Uint32Array.from({ length: width }, () => floor(next() * (small ? 2 ** 31 : 2 ** 32))),
          );
          const plane = 1024;
          const from = kernels.scratch('columns', plane * 3);
          columns.forEach((c, k) => {
            kernels.u32(from).set(c, (k * plane) / 4);
          });
          const out = kernels.scratch('display', 16 * 300);
          kernels.f32(out).fill(0);
          const shift = Math.ceil(Math.log2(1 / scale + 2)) + (small ? 0 : 1);
          const factor = 1 / 2 ** 32;
          const room = kernels.scratch('room', 4096);
          const plan = kernels.scratch('shares', 8 * 300);
          const count = run.planShares(left, scale, width, plan.ptr);
          const to = out.ptr + 16 * floor(left);
          run.shareColumns(from.ptr, plane, width, plan.ptr, count, factor * 2 ** shift, 0.5, shift, room.ptr, to);
          const expected = new Float64Array(4 * 300);
          for (let x = 0; x < width; x++) {
            for (let d = floor(left + x * scale); d <= left + (x + 1) * scale; d++) {
              const share = (min(d + 1, left + (x + 1) * scale) - max(d, left + x * scale)) / scale;
              if (share <= 0) continue;
              for (let c = 0; c < 3; c++) expected[4 * d + c]! += columns[c]![x]! * factor * share;
              expected[4 * d + 3]! += 0.5 * share;
            }
          }
          const got = kernels.f32(out);
          return expected.every((v, k) => Math.abs(v - got[k]!) < 1e-4 * (1 + v));
        },
      ),
      { numRuns: 200 },
    );
  });

  test('sums are added to others times a share', () => {
    const [from, out] = [kernels.scratch('added', 16 * 9), kernels.scratch('to', 16 * 9)];
    const [values, before] = [5, 6].map((seed) => Float32Array.from({ length: 36 }, random(seed)));
    kernels.f32(from).set(values!);
    kernels.f32(out).set(before!);
    run.addScaled(from.ptr, 0.25, 8, out.ptr);
    const got = kernels.f32(out);
    for (let k = 0; k < 32; k++) expect(got[k]).toBeCloseTo(before![k]! + 0.25 * values![k]!, 6);
    expect([...got.subarray(32, 36)]).toEqual([...before!.subarray(32)]);
  });

  test('sums of half display pixels are folded by 1, 3, 3, 1, and only where their own halves saw something', () => {
    const next = random(17);
    const [width, stride] = [9, 16 * 22];
    const halves = kernels.scratch('halves', stride * 4);
    const out = kernels.scratch('folded', 16 * width);
    const values = Float32Array.from({ length: stride }, () => next());
    // Under the third pixel its own four halves are bare.
    for (const at of [22 + 5, 22 + 6, 44 + 5, 44 + 6]) values[4 * at + 3] = 0;
    kernels.f32(halves).set(values);
    run.foldSums(halves.ptr, stride, width, out.ptr);
    const got = kernels.f32(out);
    const weights = [1, 3, 3, 1];
    for (let x = 0; x < width; x++) {
      for (let c = 0; c < 4; c++) {
        let sum = 0;
        weights.forEach((wy, y) => {
          weights.forEach((wx, k) => {
            sum += wx * wy * values[4 * (22 * y + 2 * x + k) + c]!;
          });
        });
        expect(Math.abs(got[4 * x + c]! - (x === 2 ? 0 : sum))).toBeLessThan(1e-4);
      }
    }
  });

  test('sums become bytes by the table; what saw nothing stays clear', () => {
    const [sums, table, out] = ['s', 't', 'b'].map((n) => kernels.scratch(n, 8192)) as [
      ReturnType<typeof kernels.scratch>,
      ReturnType<typeof kernels.scratch>,
      ReturnType<typeof kernels.scratch>,
    ];
    kernels.u8(table).set(Uint8Array.from({ length: 4097 }, (_, k) => min(255, floor(k / 16))));
    kernels.f32(sums).set([2, 1, 0, 2, 9, 9, 9, 0, 0.5, 0.25, 0.125, 1]);
    run.displayBytes(sums.ptr, 3, table.ptr, out.ptr);
    expect([...kernels.u8(out).subarray(0, 12)]).toEqual([255, 128, 0, 255, 0, 0, 0, 0, 128, 64, 32, 255]);
  });
});
