/** Fixed-point weights have 14 fractional bits, so that a sum of taps fits 32 bits. Four taps or four columns a step. */
const HALF: i32 = 8192;

// @ts-ignore: decorator
@inline
function clamp16(sum: i32): u16 {
  const v = (sum + HALF) >> 14;
  return <u16>(v < 0 ? 0 : v > 65535 ? 65535 : v);
}

/**
 * One row across. Result k is the sum of `taps` source values from start[k] on, weighted by
 * weights[k * taps ...]; `starts` is i32, `weights` i32.
 */
export function resampleAcross(
  source: usize, starts: usize, weights: usize, taps: i32, count: i32, out: usize,
): void {
  // Pictures that are nearly as fine as the sheet have three taps.
  if (taps == 3) {
    for (let k = 0; k < count; k++) {
      const from = source + ((<usize>load<i32>(starts)) << 1);
      const sum = <i32>load<u16>(from) * load<i32>(weights)
        + <i32>load<u16>(from, 2) * load<i32>(weights, 4)
        + <i32>load<u16>(from, 4) * load<i32>(weights, 8);
      store<u16>(out, clamp16(sum));
      weights += 12;
      starts += 4;
      out += 2;
    }
    return;
  }
  for (let k = 0; k < count; k++) {
    let from = source + ((<usize>load<i32>(starts)) << 1);
    let sum: i32 = 0;
    let t = 0;
    if (taps >= 4) {
      let sums = i32x4.splat(0);
      for (; t + 4 <= taps; t += 4) {
        sums = i32x4.add(sums, i32x4.mul(i32x4.extend_low_i16x8_u(v128.load64_zero(from)), v128.load(weights)));
        from += 8;
        weights += 16;
      }
      sums = i32x4.add(sums, i8x16.shuffle(sums, sums, 8, 9, 10, 11, 12, 13, 14, 15, 0, 1, 2, 3, 4, 5, 6, 7));
      sum = i32x4.extract_lane(sums, 0) + i32x4.extract_lane(sums, 1);
    }
    for (; t < taps; t++) {
      sum += <i32>load<u16>(from) * load<i32>(weights);
      from += 2;
      weights += 4;
    }
    store<u16>(out, clamp16(sum));
    starts += 4;
    out += 2;
  }
}

/** One row down: the rows at rows[0..taps) (pointers, u32), weighted by weights[0..taps) (i32). */
export function resampleDown(rows: usize, weights: usize, taps: i32, count: i32, out: usize): void {
  const half = i32x4.splat(HALF);
  const zero = i32x4.splat(0);
  const most = i32x4.splat(65535);
  let k: usize = 0;
  for (; k + 4 <= <usize>count; k += 4) {
    let sums = half;
    for (let t: usize = 0; t < <usize>taps; t++) {
      const row = <usize>load<u32>(rows + (t << 2)) + (k << 1);
      const codes = i32x4.extend_low_i16x8_u(v128.load64_zero(row));
      sums = i32x4.add(sums, i32x4.mul(codes, v128.load32_splat(weights + (t << 2))));
    }
    const clamped = i32x4.min_s(most, i32x4.max_s(zero, i32x4.shr_s(sums, 14)));
    v128.store64_lane(out + (k << 1), i16x8.narrow_i32x4_u(clamped, clamped), 0);
  }
  for (; k < <usize>count; k++) {
    let sum: i32 = 0;
    for (let t: usize = 0; t < <usize>taps; t++) {
      sum += <i32>load<u16>(<usize>load<u32>(rows + (t << 2)) + (k << 1)) * load<i32>(weights + (t << 2));
    }
    store<u16>(out + (k << 1), clamp16(sum));
  }
}

/**
 * Values of a 16-bit plane along a slanting line: result k at (x + k dx, y + k dy), counted from the
 * middle of the first value, by a cubic whose weights (i32, 1/16384) stand in `phases` for each 1/256
 * of a step, four each. Beyond the plane's outer edge the result is white.
 */
export function sampleAlong(
  plane: usize, width: i32, rows: i32, x: f64, y: f64, dx: f64, dy: f64, phases: usize, count: i32, out: usize,
): void {
  const right = <f64>width - 0.5;
  const bottom = <f64>rows - 0.5;
  for (let k = 0; k < count; k++) {
    const px = x + <f64>k * dx;
    const py = y + <f64>k * dy;
    if (px < -0.5 || py < -0.5 || px >= right || py >= bottom) {
      store<u16>(out, 65535);
      out += 2;
      continue;
    }
    const ix = <i32>Math.floor(px);
    const iy = <i32>Math.floor(py);
    // A hair below a whole number the difference rounds to one.
    const wx = phases + (<usize>min(255, <i32>((px - <f64>ix) * 256)) << 4);
    const wy = phases + (<usize>min(255, <i32>((py - <f64>iy) * 256)) << 4);
    let sum: i32 = 0;
    for (let r = 0; r < 4; r++) {
      const row = plane + ((<usize>(min(rows - 1, max(0, iy - 1 + r)) * width)) << 1);
      let across: i32 = 0;
      for (let c = 0; c < 4; c++) {
        const column = min(width - 1, max(0, ix - 1 + c));
        across += <i32>load<u16>(row + ((<usize>column) << 1)) * load<i32>(wx + ((<usize>c) << 2));
      }
      sum += <i32>clamp16(across) * load<i32>(wy + ((<usize>r) << 2));
    }
    store<u16>(out, clamp16(sum));
    out += 2;
  }
}

/** One step of a bell: what the mean of two values, in 15 bits, has over the middle, times a weight in 1/32768. */
// @ts-ignore: decorator
@inline
function bellStep(a: v128, b: v128, middle: v128, weight: v128): v128 {
  return i16x8.q15mulr_sat_s(i16x8.sub(i16x8.shr_u(i16x8.avgr_u(a, b), 1), middle), weight);
}

/** The middle moved by a sum of steps; flats come out as they went in, to the last bit. */
// @ts-ignore: decorator
@inline
function bellEnd(value: v128, middle: v128, sum: v128): v128 {
  const moved = i16x8.max_s(i16x8.add_sat_s(middle, sum), i16x8.splat(0));
  return v128.or(i16x8.shl(moved, 1), v128.and(value, i16x8.splat(1)));
}

/**
 * Rows through a bell: `rows` are 2 · reach + 1 pointers (u32) to 16-bit values, weights[k] (i16, in 1/32768)
 * is what the pair of rows k + 1 from the middle has together. Rows are readable for 31 values more than
 * `count`, and `out` is writable for as many.
 */
export function bellRows(rows: usize, weights: usize, reach: i32, count: i32, out: usize): void {
  const centre = rows + ((<usize>reach) << 2);
  for (let at: usize = 0; at < (<usize>count) << 1; at += 64) {
    const own = <usize>load<u32>(centre) + at;
    const ma = i16x8.shr_u(v128.load(own), 1);
    const mb = i16x8.shr_u(v128.load(own, 16), 1);
    const mc = i16x8.shr_u(v128.load(own, 32), 1);
    const md = i16x8.shr_u(v128.load(own, 48), 1);
    let sa = i16x8.splat(0), sb = sa, sc = sa, sd = sa;
    let below = centre - 4;
    let above = centre + 4;
    for (let k: usize = 0; k < <usize>reach; k++) {
      const low = <usize>load<u32>(below) + at;
      const high = <usize>load<u32>(above) + at;
      const weight = v128.load16_splat(weights + (k << 1));
      sa = i16x8.add(sa, bellStep(v128.load(low), v128.load(high), ma, weight));
      sb = i16x8.add(sb, bellStep(v128.load(low, 16), v128.load(high, 16), mb, weight));
      sc = i16x8.add(sc, bellStep(v128.load(low, 32), v128.load(high, 32), mc, weight));
      sd = i16x8.add(sd, bellStep(v128.load(low, 48), v128.load(high, 48), md, weight));
      below -= 4;
      above += 4;
    }
    v128.store(out + at, bellEnd(v128.load(own), ma, sa));
    v128.store(out + at, bellEnd(v128.load(own, 16), mb, sb), 16);
    v128.store(out + at, bellEnd(v128.load(own, 32), mc, sc), 32);
    v128.store(out + at, bellEnd(v128.load(own, 48), md, sd), 48);
  }
}
