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

/** The overprint code of 16 columns of one row. */
@inline
function overprints(plates: usize, count: i32, at: usize): v128 {
  let codes = i8x16.splat(0);
  if (count > 0) codes = passBits(plates, 0, at);
  if (count > 1) codes = v128.or(codes, passBits(plates, 1, at));
  if (count > 2) codes = v128.or(codes, passBits(plates, 2, at));
  if (count > 3) codes = v128.or(codes, passBits(plates, 3, at));
  return codes;
}

@inline
function low8(lo: v128, hi: v128): v128 {
  return i8x16.shuffle(lo, hi, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23);
}

@inline
function high8(lo: v128, hi: v128): v128 {
  return i8x16.shuffle(lo, hi, 8, 24, 9, 25, 10, 26, 11, 27, 12, 28, 13, 29, 14, 30, 15, 31);
}

@inline
function low16(a: v128, b: v128): v128 {
  return v128.shuffle<i16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11);
}

@inline
function high16(a: v128, b: v128): v128 {
  return v128.shuffle<i16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15);
}

/** Bits of eight columns of one row as masks of 16 bits: 0 or -1. `lane`: which of two bytes. */
// @ts-ignore: decorator
@inline
function wideBits(both: v128, byte: v128): v128 {
  const mask = i16x8(128, 64, 32, 16, 8, 4, 2, 1);
  return i16x8.eq(v128.and(i8x16.swizzle(both, byte), mask), mask);
}

/** The light of four columns of one plate: that of the stock everywhere, and where ink lies what it adds or takes. */
// @ts-ignore: decorator
@inline
function storeOne(to: usize, stock: i32, more: i32, inked0: v128, inked1: v128): void {
  const base = i32x4.splat(stock);
  const by = i32x4.splat(more);
  v128.store(to, i32x4.add(base, i32x4.mul(by, i32x4.extend_low_i16x8_u(inked0))));
  v128.store(to, i32x4.add(base, i32x4.mul(by, i32x4.extend_high_i16x8_u(inked0))), 16);
  v128.store(to, i32x4.add(base, i32x4.mul(by, i32x4.extend_low_i16x8_u(inked1))), 32);
  v128.store(to, i32x4.add(base, i32x4.mul(by, i32x4.extend_high_i16x8_u(inked1))), 48);
}

/** `composeColumns` of a single plate: the weights of the rows that have ink are summed, and light is mixed once. */
function composeOne(
  plates: usize, stride: i32, lookups: usize, width: i32, rows: i32, weights: usize, out: usize, plane: i32,
): void {
  const first = i8x16(0, 16, 0, 16, 0, 16, 0, 16, 0, 16, 0, 16, 0, 16, 0, 16);
  const second = i8x16(1, 16, 1, 16, 1, 16, 1, 16, 1, 16, 1, 16, 1, 16, 1, 16);
  const bits = <usize>load<u32>(plates);
  let all = 0;
  for (let y = 0; y < rows; y++) all += <i32>load<u16>(weights + ((<usize>y) << 1));
  for (let x = 0; x < width; x += 16) {
    let inked0 = i16x8.splat(0);
    let inked1 = inked0;
    let at = bits + <usize>(x >> 3);
    for (let y = 0; y < rows; y++) {
      const both = v128.load16_splat(at);
      const weight = v128.load16_splat(weights + ((<usize>y) << 1));
      inked0 = i16x8.add(inked0, v128.and(wideBits(both, first), weight));
      inked1 = i16x8.add(inked1, v128.and(wideBits(both, second), weight));
      at += stride;
    }
    let to = out + ((<usize>x) << 2);
    for (let c = 0; c < 3; c++) {
      const table = lookups + ((<usize>c) << 5);
      const stock = <i32>load<u8>(table) | (<i32>load<u8>(table, 16) << 8);
      const ink = <i32>load<u8>(table, 1) | (<i32>load<u8>(table, 17) << 8);
      storeOne(to, stock * all, ink - stock, inked0, inked1);
      to += plane;
    }
  }
}

/**
 * Sums the printed light of `rows` rows in every column. plates: pointers to the first row of each
 * plate, `stride` bytes a row; lookups: low and high bytes of the 15-bit light of the sixteen
 * overprints, for R, G and B; weights: one u16 a row, at most 32767. out: three planes of u32, 16 columns a step,
 * `plane` bytes apart. The sum of the weights must stay below 65536. Rows are multiplied by their weights and added
 * in pairs.
 */
export function composeColumns(
  plates: usize, stride: i32, count: i32, lookups: usize, width: i32, rows: i32, weights: usize, out: usize, plane: i32,
): void {
  if (count == 1) {
    composeOne(plates, stride, lookups, width, rows, weights, out, plane);
    return;
  }
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
    for (let y = 0; y < rows; y += 2) {
      const one = overprints(plates, count, at);
      // The last row of an odd number stands beside itself with no weight.
      const paired = y + 1 < rows;
      const two = paired ? overprints(plates, count, at + stride) : one;
      const weight = weights + ((<usize>y) << 1);
      const w = paired ? v128.load32_splat(weight) : i32x4.splat(<i32>load<u16>(weight));
      let oneLo = i8x16.swizzle(rLo, one), oneHi = i8x16.swizzle(rHi, one);
      let twoLo = i8x16.swizzle(rLo, two), twoHi = i8x16.swizzle(rHi, two);
      let a = low8(oneLo, oneHi), b = low8(twoLo, twoHi);
      r0 = i32x4.add(r0, i32x4.dot_i16x8_s(low16(a, b), w));
      r1 = i32x4.add(r1, i32x4.dot_i16x8_s(high16(a, b), w));
      a = high8(oneLo, oneHi), b = high8(twoLo, twoHi);
      r2 = i32x4.add(r2, i32x4.dot_i16x8_s(low16(a, b), w));
      r3 = i32x4.add(r3, i32x4.dot_i16x8_s(high16(a, b), w));
      oneLo = i8x16.swizzle(gLo, one), oneHi = i8x16.swizzle(gHi, one);
      twoLo = i8x16.swizzle(gLo, two), twoHi = i8x16.swizzle(gHi, two);
      a = low8(oneLo, oneHi), b = low8(twoLo, twoHi);
      g0 = i32x4.add(g0, i32x4.dot_i16x8_s(low16(a, b), w));
      g1 = i32x4.add(g1, i32x4.dot_i16x8_s(high16(a, b), w));
      a = high8(oneLo, oneHi), b = high8(twoLo, twoHi);
      g2 = i32x4.add(g2, i32x4.dot_i16x8_s(low16(a, b), w));
      g3 = i32x4.add(g3, i32x4.dot_i16x8_s(high16(a, b), w));
      oneLo = i8x16.swizzle(bLo, one), oneHi = i8x16.swizzle(bHi, one);
      twoLo = i8x16.swizzle(bLo, two), twoHi = i8x16.swizzle(bHi, two);
      a = low8(oneLo, oneHi), b = low8(twoLo, twoHi);
      b0 = i32x4.add(b0, i32x4.dot_i16x8_s(low16(a, b), w));
      b1 = i32x4.add(b1, i32x4.dot_i16x8_s(high16(a, b), w));
      a = high8(oneLo, oneHi), b = high8(twoLo, twoHi);
      b2 = i32x4.add(b2, i32x4.dot_i16x8_s(low16(a, b), w));
      b3 = i32x4.add(b3, i32x4.dot_i16x8_s(high16(a, b), w));
      at += stride << 1;
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
 * it (i32) and how much of that one is (f32; none past the last column). Returns how many display pixels there are.
 */
export function planShares(left: f64, scale: f64, width: i32, out: usize): i32 {
  let display = <i32>Math.floor(left);
  let count = 0;
  let x = 0;
  while (x < width) {
    const next = <f64>(display + 1) - left;
    x = min(max(x, <i32>Math.ceil(next / scale) - 1), width);
    store<i32>(out, x);
    store<f32>(out, x < width ? <f32>max(0, min(1, (next - <f64>x * scale) / scale)) : 0, 4);
    out += 8;
    x++;
    display += 1;
    count += 1;
  }
  return count;
}

/**
 * Running sums over planes of column sums: one vector (r, g, b and how many columns) before each column and one
 * after the last. They count modulo 2³²: only differences are read. shift: bits that every column is cut by.
 */
@inline
function runColumns(columns: usize, plane: i32, width: i32, shift: i32, out: usize): void {
  const green = columns + plane;
  const blue = green + plane;
  const one = i32x4.splat(1);
  let sum = i32x4.splat(0);
  for (let x = 0; x < width; x += 4) {
    const at = (<usize>x) << 2;
    const r = i32x4.shr_u(v128.load(columns + at), shift);
    const g = i32x4.shr_u(v128.load(green + at), shift);
    const b = i32x4.shr_u(v128.load(blue + at), shift);
    const rg0 = v128.shuffle<i32>(r, g, 0, 4, 1, 5);
    const rg1 = v128.shuffle<i32>(r, g, 2, 6, 3, 7);
    const b0 = v128.shuffle<i32>(b, one, 0, 4, 1, 5);
    const b1 = v128.shuffle<i32>(b, one, 2, 6, 3, 7);
    const to = out + (at << 2);
    v128.store(to, sum);
    sum = i32x4.add(sum, v128.shuffle<i32>(rg0, b0, 0, 1, 4, 5));
    v128.store(to, sum, 16);
    sum = i32x4.add(sum, v128.shuffle<i32>(rg0, b0, 2, 3, 6, 7));
    v128.store(to, sum, 32);
    sum = i32x4.add(sum, v128.shuffle<i32>(rg1, b1, 0, 1, 4, 5));
    v128.store(to, sum, 48);
    sum = i32x4.add(sum, v128.shuffle<i32>(rg1, b1, 2, 3, 6, 7));
    v128.store(to, sum, 64);
  }
}

/**
 * Shares columns out to the display pixels they lie under, as composeMean does with pixels, by a plan of `count`
 * display pixels from `out` on. One column adds `area` to the fourth sum of its display pixels and its light,
 * cut by `shift` bits, times `factor` to the rest. The cut columns under one display pixel must stay below 2³¹
 * together. room: 16 bytes a column, of whole fours, and 32 more.
 */
export function shareColumns(
  columns: usize, plane: i32, width: i32, plan: usize, count: i32, factor: f32, area: f32, shift: i32, room: usize, out: usize,
): void {
  runColumns(columns, plane, width, shift, room);
  const factors = f32x4.replace_lane(f32x4.splat(factor), 3, area);
  // The running sums where the display pixel begins, and what the column at its left edge has left over for it.
  let begin = i32x4.splat(0);
  let rest = f32x4.splat(0);
  for (let k = 0; k < count; k++) {
    const at = room + (<usize>load<i32>(plan) << 4);
    const end = v128.load(at);
    const next = v128.load(at, 16);
    const edge = f32x4.convert_i32x4_s(i32x4.sub(next, end));
    const here = f32x4.mul(edge, v128.load32_splat(plan, 4));
    const sum = f32x4.add(f32x4.convert_i32x4_s(i32x4.sub(end, begin)), f32x4.add(rest, here));
    v128.store(out, f32x4.add(v128.load(out), f32x4.mul(sum, factors)));
    rest = f32x4.sub(edge, here);
    begin = next;
    out += 16;
    plan += 8;
  }
  // A display pixel that only the last column reaches into; past it, what was read is no column.
  if (count > 0 && load<i32>(plan - 8) < width) {
    v128.store(out, f32x4.add(v128.load(out), f32x4.mul(rest, factors)));
  }
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
