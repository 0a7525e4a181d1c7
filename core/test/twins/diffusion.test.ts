import { createKernels } from '../../src/index.ts';
import { hash32 } from '../../src/math/hash.ts';
import { DIFFUSION_KERNELS, type DiffusionKernel } from '../../src/screen/families/grain/diffusion-kernels.ts';
import { random } from '../random.ts';

const kernels = createKernels();
const { floor } = Math;

interface Asked {
  readonly kernel: DiffusionKernel;
  readonly width: number;
  readonly height: number;
  readonly levels: number;
  readonly serpentine: boolean;
  readonly noise: number;
  readonly seed: number;
  readonly tones: Uint16Array;
}

/** The plain twin: one pixel after the other, errors kept as sums of weight × error. */
function twin({ kernel, width, height, levels, serpentine, noise, seed, tones }: Asked): Uint8Array {
  const { shares, parts } = kernel;
  const out = new Uint8Array(width * height);
  const sums = Array.from({ length: height + 3 }, () => new Float64Array(width));
  for (let y = 0; y < height; y++) {
    const step = serpentine && y % 2 === 1 ? -1 : 1;
    for (let n = 0; n < width; n++) {
      const x = step > 0 ? n : width - 1 - n;
      const v = tones[y * width + x]! + floor((sums[y]![x]! + (parts >> 1)) / parts);
      const shake = noise === 0 ? 0 : floor((noise * ((hash32(x, y, seed) >>> 16) - 32768)) / 65536);
      const level = Math.min(levels - 1, Math.max(0, floor(((v + shake) * (levels - 1) + 32767) / 65535)));
      out[y * width + x] = level;
      const error = v - floor((level * 65535 + ((levels - 1) >> 1)) / (levels - 1));
      for (const [dx, dy, weight] of shares) {
        const to = x + step * dx;
        const inside = Math.min(width - 1, Math.max(0, to));
        sums[y + (to !== inside && dy === 0 ? 1 : dy)]![inside]! += error * weight;
      }
    }
  }
  return out;
}

/** The kernel, row by row. */
function kernel(asked: Asked): Uint8Array {
  const { width, height, levels, serpentine, noise, seed, tones } = asked;
  const { shares, parts } = asked.kernel;
  let errors = ['e0', 'e1', 'e2'].map((n) => kernels.scratch(n, width * 4));
  for (const e of errors) kernels.i32(e).fill(0, 0, width);
  const table = kernels.scratch('table', shares.length * 12);
  kernels.i32(table).set(shares.flat());
  const input = kernels.scratch('in', width * 2);
  const output = kernels.scratch('out', width);
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    kernels.u16(input).set(tones.subarray(y * width, (y + 1) * width));
    const [a, b, c] = errors as [(typeof errors)[0], (typeof errors)[0], (typeof errors)[0]];
    const step = serpentine && y % 2 === 1 ? -1 : 1;
    kernels.run.diffuseRow(
      input.ptr,
      output.ptr,
      width,
      a.ptr,
      b.ptr,
      c.ptr,
      table.ptr,
      shares.length,
      parts,
      levels,
      step,
      noise,
      seed,
      y,
    );
    out.set(kernels.u8(output).subarray(0, width), y * width);
    kernels.i32(a).fill(0, 0, width);
    errors = [b, c, a];
  }
  return out;
}

/** Floyd–Steinberg four rows at a time, in stretches of columns. */
function bundles({ width, height, tones }: Asked, stretch: number): Uint8Array {
  let [up, down] = ['f0', 'f1'].map((n) => kernels.scratch(n, width * 4));
  kernels.i32(up!).fill(0, 0, width);
  const state = kernels.scratch('state', 64);
  const input = kernels.scratch('in2', width * height * 2);
  const output = kernels.scratch('out2', width * height);
  kernels.u16(input).set(tones);
  for (let y = 0; y + 4 <= height; y += 4) {
    kernels.i32(state).fill(0, 0, 12);
    const [from, to] = [input.ptr + y * width * 2, output.ptr + y * width];
    for (let x = 0; x < width + 7; x += stretch) {
      const end = Math.min(width + 7, x + stretch);
      kernels.run.floydRows(from, width * 2, to, width, width, x, end, up!.ptr, down!.ptr, state.ptr);
    }
    [up, down] = [down, up];
  }
  return kernels.u8(output).slice(0, width * (height & ~3));
}

const NAMES = Object.keys(DIFFUSION_KERNELS) as (keyof typeof DIFFUSION_KERNELS)[];

test('200 random pictures of odd sizes: every kernel, serpentine, noise and level gives the bytes of its plain twin', () => {
  const next = random(11);
  const whole = (least: number, most: number) => least + floor(next() * (most - least + 1));
  const different: string[] = [];
  for (let n = 0; n < 200; n++) {
    const name = NAMES[n % NAMES.length]!;
    const [width, height] = [whole(1, 90) | 1, whole(2, 40) & ~1];
    const asked: Asked = {
      kernel: DIFFUSION_KERNELS[name],
      width,
      height,
      levels: n % 3 === 0 ? whole(2, 64) : 2,
      serpentine: n % 2 === 1,
      noise: n % 5 === 0 ? whole(0, 65535) : 0,
      seed: n,
      tones: Uint16Array.from({ length: width * height }, () => whole(0, 65535)),
    };
    if (Buffer.compare(kernel(asked), twin(asked)) !== 0) different.push(`${name} ${width} × ${height}, picture ${n}`);
    const floyd = { ...asked, kernel: DIFFUSION_KERNELS['floyd-steinberg'], levels: 2, serpentine: false, noise: 0 };
    const made = bundles(floyd, whole(1, 50));
    if (Buffer.compare(made, twin(floyd).subarray(0, made.length)) !== 0)
      different.push(`four rows ${width} × ${height}`);
  }
  expect(different).toEqual([]);
});

test('bytes to bits of any length', () => {
  const next = random(3);
  for (let count = 1; count < 70; count++) {
    const bytes = Uint8Array.from({ length: count }, () => floor(next() * 2));
    const [input, output] = [kernels.scratch('bytes', 96), kernels.scratch('bits', 16)];
    kernels.u8(input).set(bytes);
    kernels.run.packBits(input.ptr, count, output.ptr);
    const bits = kernels.u8(output).slice(0, (count + 7) >> 3);
    const expected = new Uint8Array((count + 7) >> 3);
    bytes.forEach((b, k) => {
      expected[k >> 3]! |= b << (7 - (k & 7));
    });
    expect(bits).toEqual(expected);
  }
});

test('light laid over the stock: levels and bits take theirs away, and the mean is gathered', () => {
  const next = random(9);
  for (const width of [1, 7, 8, 33, 130]) {
    const stock = [0.9, 0.8, 0.7, 1];
    // What each value lets through and 1, then what it adds and 0.
    const table = Array.from({ length: 5 * 8 }, (_, k) => (k % 8 === 3 ? 1 : k % 8 === 7 ? 0 : next()));
    const levels = Uint8Array.from({ length: width }, () => floor(next() * 5));
    const bits = Uint8Array.from({ length: (width + 7) >> 3 }, () => floor(next() * 256));
    const blocks = ['ls', 'lt', 'lv', 'lb', 'll', 'lo'].map((n) => kernels.scratch(n, 4096));
    const [s, t, v, b, light, out] = blocks as [
      (typeof blocks)[0],
      (typeof blocks)[0],
      (typeof blocks)[0],
      (typeof blocks)[0],
      (typeof blocks)[0],
      (typeof blocks)[0],
    ];
    kernels.f32(s).set(stock);
    kernels.f32(t).set(table);
    kernels.u8(v).set(levels);
    kernels.u8(b).set(bits);
    kernels.run.fillLight(light.ptr, width, s.ptr);
    kernels.run.layLevels(v.ptr, t.ptr, width, light.ptr);
    kernels.run.layBits(b.ptr, t.ptr, width, light.ptr);
    const bit = (x: number) => (bits[x >> 3]! >> (7 - (x & 7))) & 1;
    const expected = Array.from({ length: width * 4 }, (_, k) => {
      const x = k >> 2;
      const lay = (under: number, value: number) =>
        under * table[8 * value + (k & 3)]! + table[8 * value + 4 + (k & 3)]!;
      return lay(lay(stock[k & 3]!, levels[x]!), bit(x));
    });
    const got = kernels.f32(light);
    expect(Math.max(...expected.map((e, k) => Math.abs(e - got[k]!)))).toBeLessThan(1e-6);

    const [left, scale] = [0.3, 0.37];
    kernels.f32(out).fill(0, 0, 1024);
    kernels.run.lightMean(light.ptr, width, left, scale, 1, out.ptr);
    const sums = new Float64Array(1024);
    for (let x = 0; x < width; x++) {
      for (let d = 0; d < 60; d++) {
        const covered = Math.min(d + 1, left + (x + 1) * scale) - Math.max(d, left + x * scale);
        for (let c = 0; c < 4 && covered > 0; c++) sums[4 * d + c]! += (expected[4 * x + c]! * covered) / scale;
      }
    }
    const means = kernels.f32(out);
    expect(sums.reduce((m, e, k) => Math.max(m, Math.abs(e - means[k]!)), 0)).toBeLessThan(1e-4);
  }
});
