/** Pixels of four 16-bit values, so that one step works on all channels of a pixel: red, green and blue light, and clearness. */

const HALF: i32 = 8192;

/** RGBA bytes to quads: table[r], table[g], table[b] laid on white by alpha, and 65535 − 257 · alpha. */
export function lightQuads(rgba: usize, table: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const pixel = load<u32>(rgba + (k << 2));
    const alpha = pixel >>> 24;
    let r = <u32>load<u16>(table + ((pixel & 255) << 1));
    let g = <u32>load<u16>(table + (((pixel >>> 8) & 255) << 1));
    let b = <u32>load<u16>(table + (((pixel >>> 16) & 255) << 1));
    if (alpha != 255) {
      r = 65535 - ((65535 - r) * alpha + 127) / 255;
      g = 65535 - ((65535 - g) * alpha + 127) / 255;
      b = 65535 - ((65535 - b) * alpha + 127) / 255;
    }
    store<u64>(out + (k << 3), <u64>r | (<u64>g << 16) | (<u64>b << 32) | (<u64>(65535 - alpha * 257) << 48));
  }
}

/** One row across, as resampleAcross does for one value a pixel. */
export function resampleQuads(source: usize, starts: usize, weights: usize, taps: i32, count: i32, out: usize): void {
  const half = i32x4.splat(HALF);
  const zero = i32x4.splat(0);
  const most = i32x4.splat(65535);
  for (let k = 0; k < count; k++) {
    let from = source + ((<usize>load<i32>(starts)) << 3);
    let sums = half;
    for (let t = 0; t < taps; t++) {
      const codes = i32x4.extend_low_i16x8_u(v128.load64_zero(from));
      sums = i32x4.add(sums, i32x4.mul(codes, v128.load32_splat(weights)));
      from += 8;
      weights += 4;
    }
    const clamped = i32x4.min_s(most, i32x4.max_s(zero, i32x4.shr_s(sums, 14)));
    v128.store64_lane(out, i16x8.narrow_i32x4_u(clamped, clamped), 0);
    starts += 4;
    out += 8;
  }
}

/** Quads to planes of red, green, blue and clearness, `apart` bytes from each other; colours through a table, if there is one. */
export function splitQuads(quads: usize, table: usize, count: i32, out: usize, apart: usize): void {
  const green = out + apart;
  const blue = green + apart;
  const clear = blue + apart;
  for (let k: usize = 0; k < <usize>count; k++) {
    const quad = quads + (k << 3);
    let r = <usize>load<u16>(quad);
    let g = <usize>load<u16>(quad, 2);
    let b = <usize>load<u16>(quad, 4);
    if (table != 0) {
      r = load<u16>(table + (r << 1));
      g = load<u16>(table + (g << 1));
      b = load<u16>(table + (b << 1));
    }
    const at = k << 1;
    store<u16>(out + at, <u16>r);
    store<u16>(green + at, <u16>g);
    store<u16>(blue + at, <u16>b);
    store<u16>(clear + at, load<u16>(quad, 6));
  }
}
