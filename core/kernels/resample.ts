/** Fixed-point weights have 14 fractional bits, so that a sum of taps fits 32 bits. */
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
  for (let k = 0; k < count; k++) {
    let from = source + ((<usize>load<i32>(starts)) << 1);
    let sum: i32 = 0;
    for (let t = 0; t < taps; t++) {
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
  for (let k: usize = 0; k < <usize>count; k++) {
    let sum: i32 = 0;
    for (let t: usize = 0; t < <usize>taps; t++) {
      sum += <i32>load<u16>(<usize>load<u32>(rows + (t << 2)) + (k << 1)) * load<i32>(weights + (t << 2));
    }
    store<u16>(out + (k << 1), clamp16(sum));
  }
}
