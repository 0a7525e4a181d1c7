/**
 * The printed light under display pixels, columns first: much faster than pixel by pixel, for at
 * most four plates (sixteen overprints, which one swizzle looks up).
 */

@inline
function passBits(plates: usize, pass: i32, at: usize): v128 {
  const mask = i8x16(-128, 64, 32, 16, 8, 4, 2, 1, -128, 64, 32, 16, 8, 4, 2, 1);
  const both = v128.load16_splat(<usize>load<u32>(plates + ((<usize>pass) << 2)) + at);
  const bytes = i8x16.shuffle(both, both, 0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1, 1, 1);
  return v128.and(i8x16.eq(v128.and(bytes, mask), mask), i8x16.splat(<i8>(<i32>1 << pass)));
}

@inline
function low8(lo: v128, hi: v128): v128 {
  return i8x16.shuffle(lo, hi, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23);
}

@inline
function high8(lo: v128, hi: v128): v128 {
  return i8x16.shuffle(lo, hi, 8, 24, 9, 25, 10, 26, 11, 27, 12, 28, 13, 29, 14, 30, 15, 31);
}

/**
 * Sums the printed light of `rows` rows in every column. plates: pointers to the first row of each
 * plate, `stride` bytes a row; lookups: low and high bytes of the 16-bit light of the sixteen
 * overprints, for R, G and B; weights: one u16 a row. out: three planes of u32, 16 columns a step,
 * `plane` bytes apart. The sum of weights times rows must stay below 65536.
 */
export function composeColumns(
  plates: usize, stride: i32, count: i32, lookups: usize, width: i32, rows: i32, weights: usize, out: usize, plane: i32,
): void {
  const rLo = v128.load(lookups);
  const rHi = v128.load(lookups, 16);
  const gLo = v128.load(lookups, 32);
  const gHi = v128.load(lookups, 48);
  const bLo = v128.load(lookups, 64);
  const bHi = v128.load(lookups, 80);
  for (let x = 0; x < width; x += 16) {
    let r0 = i32x4.splat(0), r1 = r0, r2 = r0, r3 = r0;
    let g0 = r0, g1 = r0, g2 = r0, g3 = r0;
    let b0 = r0, b1 = r0, b2 = r0, b3 = r0;
    let at = <usize>(x >> 3);
    for (let y = 0; y < rows; y++) {
      let codes = i8x16.splat(0);
      if (count > 0) codes = passBits(plates, 0, at);
      if (count > 1) codes = v128.or(codes, passBits(plates, 1, at));
      if (count > 2) codes = v128.or(codes, passBits(plates, 2, at));
      if (count > 3) codes = v128.or(codes, passBits(plates, 3, at));
      const w = i16x8.splat(load<i16>(weights + ((<usize>y) << 1)));
      let lo = i8x16.swizzle(rLo, codes);
      let hi = i8x16.swizzle(rHi, codes);
      let a = low8(lo, hi);
      let b = high8(lo, hi);
      r0 = i32x4.add(r0, i32x4.extmul_low_i16x8_u(a, w));
      r1 = i32x4.add(r1, i32x4.extmul_high_i16x8_u(a, w));
      r2 = i32x4.add(r2, i32x4.extmul_low_i16x8_u(b, w));
      r3 = i32x4.add(r3, i32x4.extmul_high_i16x8_u(b, w));
      lo = i8x16.swizzle(gLo, codes);
      hi = i8x16.swizzle(gHi, codes);
      a = low8(lo, hi);
      b = high8(lo, hi);
      g0 = i32x4.add(g0, i32x4.extmul_low_i16x8_u(a, w));
      g1 = i32x4.add(g1, i32x4.extmul_high_i16x8_u(a, w));
      g2 = i32x4.add(g2, i32x4.extmul_low_i16x8_u(b, w));
      g3 = i32x4.add(g3, i32x4.extmul_high_i16x8_u(b, w));
      lo = i8x16.swizzle(bLo, codes);
      hi = i8x16.swizzle(bHi, codes);
      a = low8(lo, hi);
      b = high8(lo, hi);
      b0 = i32x4.add(b0, i32x4.extmul_low_i16x8_u(a, w));
      b1 = i32x4.add(b1, i32x4.extmul_high_i16x8_u(a, w));
      b2 = i32x4.add(b2, i32x4.extmul_low_i16x8_u(b, w));
      b3 = i32x4.add(b3, i32x4.extmul_high_i16x8_u(b, w));
      at += stride;
    }
    let to = out + ((<usize>x) << 2);
    v128.store(to, r0);
    v128.store(to, r1, 16);
    v128.store(to, r2, 32);
    v128.store(to, r3, 48);
    to += plane;
    v128.store(to, g0);
    v128.store(to, g1, 16);
    v128.store(to, g2, 32);
    v128.store(to, g3, 48);
    to += plane;
    v128.store(to, b0);
    v128.store(to, b1, 16);
    v128.store(to, b2, 32);
    v128.store(to, b3, 48);
  }
}

/**
 * Shares columns out to the display pixels they lie under, as composeMean does with pixels. One
 * column adds `area` to the fourth sum of its display pixels and its light times `factor` to the rest.
 */
export function shareColumns(
  columns: usize, plane: i32, width: i32, left: f64, scale: f64, factor: f32, area: f32, out: usize,
): void {
  let display = <i32>Math.floor(left);
  const green = columns + plane;
  const blue = green + plane;
  // What the column at the edge has left over for this display pixel.
  let rest: f32 = 0;
  let restR: f32 = 0;
  let restG: f32 = 0;
  let restB: f32 = 0;
  let x = 0;
  while (x < width) {
    const edge = max(0, <i32>Math.ceil((<f64>(display + 1) - left) / scale) - 1);
    const end = min(edge, width);
    let r: u64 = 0;
    let g: u64 = 0;
    let b: u64 = 0;
    const first = x;
    // Pairs of columns at a time, widened to 64 bits.
    let vr = i64x2.splat(0);
    let vg = vr;
    let vb = vr;
    for (; x + 4 <= end; x += 4) {
      const at = (<usize>x) << 2;
      const a = v128.load(columns + at);
      const c = v128.load(green + at);
      const d = v128.load(blue + at);
      vr = i64x2.add(vr, i64x2.add(i64x2.extend_low_i32x4_u(a), i64x2.extend_high_i32x4_u(a)));
      vg = i64x2.add(vg, i64x2.add(i64x2.extend_low_i32x4_u(c), i64x2.extend_high_i32x4_u(c)));
      vb = i64x2.add(vb, i64x2.add(i64x2.extend_low_i32x4_u(d), i64x2.extend_high_i32x4_u(d)));
    }
    r = i64x2.extract_lane(vr, 0) + i64x2.extract_lane(vr, 1);
    g = i64x2.extract_lane(vg, 0) + i64x2.extract_lane(vg, 1);
    b = i64x2.extract_lane(vb, 0) + i64x2.extract_lane(vb, 1);
    for (; x < end; x++) {
      const at = (<usize>x) << 2;
      r += load<u32>(columns + at);
      g += load<u32>(green + at);
      b += load<u32>(blue + at);
    }
    let sumR = restR + <f32>r * factor;
    let sumG = restG + <f32>g * factor;
    let sumB = restB + <f32>b * factor;
    let sum = rest + <f32>(x - first) * area;
    if (x < width) {
      const here = <f32>max(0, min(1, (<f64>(display + 1) - (left + <f64>x * scale)) / scale));
      const at = (<usize>x) << 2;
      const edgeR = <f32>load<u32>(columns + at) * factor;
      const edgeG = <f32>load<u32>(green + at) * factor;
      const edgeB = <f32>load<u32>(blue + at) * factor;
      sumR += edgeR * here;
      sumG += edgeG * here;
      sumB += edgeB * here;
      sum += area * here;
      restR = edgeR * (1 - here);
      restG = edgeG * (1 - here);
      restB = edgeB * (1 - here);
      rest = area * (1 - here);
      x++;
    } else {
      rest = 0;
    }
    const to = out + ((<usize>display) << 4);
    store<f32>(to, load<f32>(to) + sumR);
    store<f32>(to, load<f32>(to, 4) + sumG, 4);
    store<f32>(to, load<f32>(to, 8) + sumB, 8);
    store<f32>(to, load<f32>(to, 12) + sum, 12);
    display += 1;
  }
  if (rest > 0) {
    const to = out + ((<usize>display) << 4);
    store<f32>(to, load<f32>(to) + restR);
    store<f32>(to, load<f32>(to, 4) + restG, 4);
    store<f32>(to, load<f32>(to, 8) + restB, 8);
    store<f32>(to, load<f32>(to, 12) + rest, 12);
  }
}

/**
 * Turns gathered sums into RGBA bytes. table: the byte of each of 4097 steps of linear light.
 * Pixels that saw nothing become transparent.
 */
export function displayBytes(sums: usize, count: i32, table: usize, out: usize): void {
  for (let k = 0; k < count; k++) {
    const seen = load<f32>(sums, 12);
    if (seen > 0) {
      const f: f32 = 4096 / seen;
      const r = min(4096, <u32>(load<f32>(sums) * f + 0.5));
      const g = min(4096, <u32>(load<f32>(sums, 4) * f + 0.5));
      const b = min(4096, <u32>(load<f32>(sums, 8) * f + 0.5));
      store<u8>(out, load<u8>(table + <usize>r));
      store<u8>(out, load<u8>(table + <usize>g), 1);
      store<u8>(out, load<u8>(table + <usize>b), 2);
      store<u8>(out, 255, 3);
    } else {
      store<u32>(out, 0);
    }
    sums += 16;
    out += 4;
  }
}
