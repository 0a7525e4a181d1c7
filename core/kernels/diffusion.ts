import { hash32 } from './hash';

/**
 * Error diffusion. Errors are kept as sums of weight × error, in parts of the kernel, and rounded
 * when they are used. An error that would fall off the sheet goes to the nearest pixel of the row
 * below, so that none is lost. Values are tones 0..65535.
 */

/** floor(a / b) for b > 0. */
// @ts-ignore: decorator
@inline
function floorDiv(a: i32, b: i32): i32 {
  const q = a / b;
  return q * b > a ? q - 1 : q;
}

/**
 * One row by any kernel. tones: u16; out: one byte a pixel, its level 0 .. levels − 1; e0, e1, e2:
 * error sums of this row and the two below (i32, `width` long); shares: triples of i32 (dx, dy,
 * weight); step: 1 for left to right, -1 for right to left; noise: 0..65535, the width of the
 * shaking of the comparison.
 */
export function diffuseRow(
  tones: usize, out: usize, width: i32, e0: usize, e1: usize, e2: usize,
  shares: usize, count: i32, parts: i32, levels: i32, step: i32, noise: i32, seed: i32, y: i32,
): void {
  const half = parts >> 1;
  const top = levels - 1;
  let x = step > 0 ? 0 : width - 1;
  for (let n = 0; n < width; n++) {
    const at = <usize>x << 2;
    const v = <i32>load<u16>(tones + (<usize>x << 1)) + floorDiv(load<i32>(e0 + at) + half, parts);
    let shaken = v;
    if (noise != 0) {
      shaken += <i32>((<i64>noise * (<i64>(hash32(x, y, seed) >>> 16) - 32768)) >> 16);
    }
    let level = floorDiv(shaken * top + 32767, 65535);
    level = level < 0 ? 0 : level > top ? top : level;
    store<u8>(out + <usize>x, <u8>level);
    const error = v - (level * 65535 + (top >> 1)) / top;
    for (let k = 0; k < count; k++) {
      const share = shares + <usize>(k * 12);
      let to = x + step * load<i32>(share);
      let row = load<i32>(share, 4);
      if (to < 0) {
        to = 0;
        if (row == 0) row = 1;
      } else if (to >= width) {
        to = width - 1;
        if (row == 0) row = 1;
      }
      const slot = (row == 0 ? e0 : row == 1 ? e1 : e2) + (<usize>to << 2);
      store<i32>(slot, load<i32>(slot) + error * load<i32>(share, 8));
    }
    x += step;
  }
}

/** Rows that floydRows works on at once, and columns that each stays behind the one above. */
const ROWS: i32 = 4;
const BEHIND: i32 = 2;

/** One step of floydRows by plain arithmetic, for where a row begins or ends. */
// @ts-ignore: decorator
@inline
function floydEdge(
  tones: usize, toneStride: i32, out: usize, outStride: i32, width: i32, t: i32,
  up: usize, down: usize, state: usize,
): void {
  // From the last row up, so that each still finds what the one above left a step ago.
  for (let row = ROWS - 1; row >= 0; row--) {
    const x = t - BEHIND * row;
    if (x < 0 || x > width) continue;
    const own = state + (<usize>row << 2);
    const a = load<i32>(own);
    const b = load<i32>(own, 16);
    let sum: i32;
    if (x == width) {
      // At the right edge 7 and 1 of the last error would fall off; they go straight down.
      sum = 13 * a + b;
    } else {
      const above = row == 0 ? load<i32>(up + (<usize>x << 2)) : load<i32>(own - 4, 32);
      const v = <i32>load<u16>(tones + <usize>(row * toneStride) + (<usize>x << 1)) + ((above + 7 * a + 8) >> 4);
      const level = v > 32767 ? 1 : 0;
      store<u8>(out + <usize>(row * outStride) + <usize>x, <u8>level);
      const e = v - level * 65535;
      sum = 3 * e + 5 * a + b;
      store<i32>(own, e);
      // At the left edge the 3 that would fall off goes straight down too.
      store<i32>(own, x == 0 ? 3 * e : a, 16);
    }
    store<i32>(own, sum, 32);
    if (row == ROWS - 1 && x > 0) store<i32>(down + (<usize>(x - 1) << 2), sum);
  }
}

/**
 * Floyd–Steinberg, left to right, two levels: steps x0 .. x1 of four rows at once, each two columns
 * behind the one above, one row a lane. Step t is column t of the first row; a row has width + 7
 * steps in all. tones, out: the first row; strides in bytes; up: sums for the first row (read), down:
 * sums for the row after the last (complete up to column x1 − 8). state: twelve i32 that carry the
 * rows from one stretch of steps to the next (the last error and the one before of each row, and the
 * sum it hands down); all 0 at the beginning. The same bytes as diffuseRow.
 */
export function floydRows(
  tones: usize, toneStride: i32, out: usize, outStride: i32, width: i32, x0: i32, x1: i32,
  up: usize, down: usize, state: usize,
): void {
  let t = x0;
  // All four rows are inside from here to there.
  const from = BEHIND * (ROWS - 1) + 1;
  const until = min(x1, width - 1);
  for (; t < x1 && t < from; t++) floydEdge(tones, toneStride, out, outStride, width, t, up, down, state);
  if (t < until) {
    let a = v128.load(state);
    let b = v128.load(state, 16);
    let s = v128.load(state, 32);
    let t0 = tones + (<usize>t << 1);
    let t1 = t0 + <usize>toneStride - 4;
    let t2 = t1 + <usize>toneStride - 4;
    let t3 = t2 + <usize>toneStride - 4;
    let o0 = out + <usize>t;
    let o1 = o0 + <usize>outStride - 2;
    let o2 = o1 + <usize>outStride - 2;
    let o3 = o2 + <usize>outStride - 2;
    let above = up + (<usize>t << 2);
    let below = down + (<usize>(t - 7) << 2);
    const zero = i32x4.splat(0);
    const half = i32x4.splat(8);
    const middle = i32x4.splat(32767);
    const solid = i32x4.splat(65535);
    let handed = zero;
    let sum = zero;
    let v = zero;
    let e = zero;
    // Four steps in a row: tones are read, levels and sums written four at a time.
    for (; t + 4 <= until; t += 4) {
      const r01 = i8x16.shuffle(
        v128.load64_zero(t0), v128.load64_zero(t1), 0, 1, 16, 17, 2, 3, 18, 19, 4, 5, 20, 21, 6, 7, 22, 23,
      );
      const r23 = i8x16.shuffle(
        v128.load64_zero(t2), v128.load64_zero(t3), 0, 1, 16, 17, 2, 3, 18, 19, 4, 5, 20, 21, 6, 7, 22, 23,
      );
      const early = i8x16.shuffle(r01, r23, 0, 1, 2, 3, 16, 17, 18, 19, 4, 5, 6, 7, 20, 21, 22, 23);
      const late = i8x16.shuffle(r01, r23, 8, 9, 10, 11, 24, 25, 26, 27, 12, 13, 14, 15, 28, 29, 30, 31);
      const tone0 = i32x4.extend_low_i16x8_u(early);
      const tone1 = i32x4.extend_high_i16x8_u(early);
      const tone2 = i32x4.extend_low_i16x8_u(late);
      const tone3 = i32x4.extend_high_i16x8_u(late);
      const ups = v128.load(above);
      handed = i8x16.shuffle(s, ups, 16, 17, 18, 19, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11);
      sum = i32x4.add(i32x4.add(handed, half), i32x4.sub(i32x4.shl(a, 3), a));
      v = i32x4.add(tone0, i32x4.shr_s(sum, 4));
      const ink0 = i32x4.gt_s(v, middle);
      e = i32x4.sub(v, v128.and(ink0, solid));
      s = i32x4.add(i32x4.add(i32x4.add(e, i32x4.shl(e, 1)), i32x4.add(a, i32x4.shl(a, 2))), b);
      const s0 = s;
      b = a;
      a = e;
      handed = i8x16.shuffle(s, ups, 20, 21, 22, 23, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11);
      sum = i32x4.add(i32x4.add(handed, half), i32x4.sub(i32x4.shl(a, 3), a));
      v = i32x4.add(tone1, i32x4.shr_s(sum, 4));
      const ink1 = i32x4.gt_s(v, middle);
      e = i32x4.sub(v, v128.and(ink1, solid));
      s = i32x4.add(i32x4.add(i32x4.add(e, i32x4.shl(e, 1)), i32x4.add(a, i32x4.shl(a, 2))), b);
      const s1 = s;
      b = a;
      a = e;
      handed = i8x16.shuffle(s, ups, 24, 25, 26, 27, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11);
      sum = i32x4.add(i32x4.add(handed, half), i32x4.sub(i32x4.shl(a, 3), a));
      v = i32x4.add(tone2, i32x4.shr_s(sum, 4));
      const ink2 = i32x4.gt_s(v, middle);
      e = i32x4.sub(v, v128.and(ink2, solid));
      s = i32x4.add(i32x4.add(i32x4.add(e, i32x4.shl(e, 1)), i32x4.add(a, i32x4.shl(a, 2))), b);
      const s2 = s;
      b = a;
      a = e;
      handed = i8x16.shuffle(s, ups, 28, 29, 30, 31, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11);
      sum = i32x4.add(i32x4.add(handed, half), i32x4.sub(i32x4.shl(a, 3), a));
      v = i32x4.add(tone3, i32x4.shr_s(sum, 4));
      const ink3 = i32x4.gt_s(v, middle);
      e = i32x4.sub(v, v128.and(ink3, solid));
      s = i32x4.add(i32x4.add(i32x4.add(e, i32x4.shl(e, 1)), i32x4.add(a, i32x4.shl(a, 2))), b);
      const s3 = s;
      b = a;
      a = e;
      const inked = i8x16.narrow_i16x8_s(i16x8.narrow_i32x4_s(ink0, ink1), i16x8.narrow_i32x4_s(ink2, ink3));
      const levels = v128.and(
        i8x16.shuffle(inked, inked, 0, 4, 8, 12, 1, 5, 9, 13, 2, 6, 10, 14, 3, 7, 11, 15),
        i8x16.splat(1),
      );
      v128.store32_lane(o0, levels, 0);
      v128.store32_lane(o1, levels, 1);
      v128.store32_lane(o2, levels, 2);
      v128.store32_lane(o3, levels, 3);
      const s01 = i8x16.shuffle(s0, s1, 12, 13, 14, 15, 28, 29, 30, 31, 0, 0, 0, 0, 0, 0, 0, 0);
      const s23 = i8x16.shuffle(s2, s3, 0, 0, 0, 0, 0, 0, 0, 0, 12, 13, 14, 15, 28, 29, 30, 31);
      v128.store(below, i8x16.shuffle(s01, s23, 0, 1, 2, 3, 4, 5, 6, 7, 24, 25, 26, 27, 28, 29, 30, 31));
      t0 += 8;
      t1 += 8;
      t2 += 8;
      t3 += 8;
      o0 += 4;
      o1 += 4;
      o2 += 4;
      o3 += 4;
      above += 16;
      below += 16;
    }
    v128.store(state, a);
    v128.store(state, b, 16);
    v128.store(state, s, 32);
  }
  for (; t < x1; t++) floydEdge(tones, toneStride, out, outStride, width, t, up, down, state);
}

/** Packs bytes 0 and 1 into bits, the leftmost highest, eight at a time; the last byte's unused bits are 0. */
export function packBits(bytes: usize, count: i32, out: usize): void {
  let x = 0;
  for (; x + 16 <= count; x += 16) {
    const ink = i8x16.ne(v128.load(bytes + <usize>x), i8x16.splat(0));
    const ordered = i8x16.shuffle(ink, ink, 7, 6, 5, 4, 3, 2, 1, 0, 15, 14, 13, 12, 11, 10, 9, 8);
    store<u16>(out + <usize>(x >> 3), <u16>i8x16.bitmask(ordered));
  }
  for (; x < count; x += 8) {
    let byte: u32 = 0;
    const n = min(8, count - x);
    for (let k = 0; k < n; k++) if (load<u8>(bytes + <usize>(x + k)) != 0) byte |= 128 >>> k;
    store<u8>(out + <usize>(x >> 3), <u8>byte);
  }
}
