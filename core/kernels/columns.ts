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
 * Where the columns of an area end under each display pixel: for each the first column that is not wholly under
 * it (i32) and how much of that one is (f32). Returns how many display pixels there are.
 */
export function planShares(left: f64, scale: f64, width: i32, out: usize): i32 {
  let display = <i32>Math.floor(left);
  let count = 0;
  let x = 0;
  while (x < width) {
    const next = <f64>(display + 1) - left;
    x = min(max(x, <i32>Math.ceil(next / scale) - 1), width);
    store<i32>(out, x);
    store<f32>(out, <f32>max(0, min(1, (next - <f64>x * scale) / scale)), 4);
    out += 8;
    x++;
    display += 1;
    count += 1;
  }
  return count;
}

/** Four sums as floats; those below 2³¹ are converted in one instruction. */
@inline
function floats(sums: v128, small: bool): v128 {
  return small ? f32x4.convert_i32x4_s(sums) : f32x4.convert_i32x4_u(sums);
}

/** Turns planes of column sums into one vector a column: r, g, b and 1. `small`: all sums are below 2³¹. */
@inline
function gatherColumns(columns: usize, plane: i32, width: i32, small: bool, out: usize): void {
  const green = columns + plane;
  const blue = green + plane;
  const one = f32x4.splat(1);
  for (let x = 0; x < width; x += 4) {
    const at = (<usize>x) << 2;
    const r = floats(v128.load(columns + at), small);
    const g = floats(v128.load(green + at), small);
    const b = floats(v128.load(blue + at), small);
    const rg0 = v128.shuffle<f32>(r, g, 0, 4, 1, 5);
    const rg1 = v128.shuffle<f32>(r, g, 2, 6, 3, 7);
    const b0 = v128.shuffle<f32>(b, one, 0, 4, 1, 5);
    const b1 = v128.shuffle<f32>(b, one, 2, 6, 3, 7);
    const to = out + (at << 2);
    v128.store(to, v128.shuffle<f32>(rg0, b0, 0, 1, 4, 5));
    v128.store(to, v128.shuffle<f32>(rg0, b0, 2, 3, 6, 7), 16);
    v128.store(to, v128.shuffle<f32>(rg1, b1, 0, 1, 4, 5), 32);
    v128.store(to, v128.shuffle<f32>(rg1, b1, 2, 3, 6, 7), 48);
  }
}

/**
 * Shares columns out to the display pixels they lie under, as composeMean does with pixels, by a plan of `count`
 * display pixels from `out` on. One column adds `area` to the fourth sum of its display pixels and its light
 * times `factor` to the rest. `small`: all columns are below 2³¹. room: 16 bytes a column, of whole fours.
 */
export function shareColumns(
  columns: usize, plane: i32, width: i32, plan: usize, count: i32, factor: f32, area: f32, small: bool, room: usize, out: usize,
): void {
  if (small) gatherColumns(columns, plane, width, true, room);
  else gatherColumns(columns, plane, width, false, room);
  const factors = f32x4.replace_lane(f32x4.splat(factor), 3, area);
  // What the column at the edge has left over for the next display pixel.
  let sum = f32x4.splat(0);
  let x = 0;
  for (let k = 0; k < count; k++) {
    const end = load<i32>(plan);
    for (; x < end; x++) sum = f32x4.add(sum, v128.load(room + ((<usize>x) << 4)));
    let rest = f32x4.splat(0);
    if (x < width) {
      const edge = v128.load(room + ((<usize>x) << 4));
      const here = f32x4.mul(edge, f32x4.splat(load<f32>(plan, 4)));
      sum = f32x4.add(sum, here);
      rest = f32x4.sub(edge, here);
      x++;
    }
    v128.store(out, f32x4.add(v128.load(out), f32x4.mul(sum, factors)));
    sum = rest;
    out += 16;
    plan += 8;
  }
  if (f32x4.extract_lane(sum, 3) > 0) v128.store(out, f32x4.add(v128.load(out), f32x4.mul(sum, factors)));
}

/** Adds gathered sums (r, g, b, seen) of `count` display pixels to others, times a share. */
export function addScaled(from: usize, share: f32, count: i32, out: usize): void {
  const by = f32x4.splat(share);
  for (let k: usize = 0; k < <usize>count; k++) {
    const at = k << 4;
    v128.store(out + at, f32x4.add(v128.load(out + at), f32x4.mul(v128.load(from + at), by)));
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
