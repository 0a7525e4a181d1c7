/**
 * Four inks of a separation: out[k] = 65535 − coverage, in four planes `apart` bytes from each other. Places are
 * where the three channels stand on the table's grid, in steps of 1 << bits to a grid step; the table has `size`
 * points along each channel, blue fastest, four u16 a point, and is interpolated in the tetrahedron that the
 * colour lies in: along the channel that is farthest in its step first, along the least far one last.
 */
export function separateInks(
  red: usize, green: usize, blue: usize, table: usize, size: i32, bits: i32, count: i32, out: usize, apart: usize,
): void {
  const mask = (1 << bits) - 1;
  const whole = 1 << bits;
  const half = i32x4.splat(1 << (bits - 1));
  const full = i32x4.splat(65535);
  const stepG = size << 3;
  const stepR = (size * size) << 3;
  const all = stepR + stepG + 8;
  const second = out + apart;
  const third = second + apart;
  const fourth = third + apart;
  for (let at: usize = 0; at < (<usize>count) << 1; at += 2) {
    const r = <i32>load<u16>(red + at);
    const g = <i32>load<u16>(green + at);
    const b = <i32>load<u16>(blue + at);
    const fr = r & mask;
    const fg = g & mask;
    const fb = b & mask;
    const high = max(fr, max(fg, fb));
    const low = min(fr, min(fg, fb));
    const middle = fr + fg + fb - high - low;
    const first = select<i32>(stepR, select<i32>(stepG, 8, fg == high), fr == high);
    const last = select<i32>(8, select<i32>(stepG, stepR, fg == low), fb == low);
    const base = table + <usize>((r >> bits) * stepR + (g >> bits) * stepG + ((b >> bits) << 3));
    // With all three alike the same step may be first and last; the weights between are then 0.
    let cover = corner(base, whole - high);
    cover = i32x4.add(cover, corner(base + <usize>first, high - middle));
    cover = i32x4.add(cover, corner(base + <usize>(all - last), middle - low));
    cover = i32x4.add(cover, corner(base + <usize>all, low));
    const open = i32x4.sub(full, i32x4.shr_u(i32x4.add(cover, half), bits));
    store<u16>(out + at, <u16>i32x4.extract_lane(open, 0));
    store<u16>(second + at, <u16>i32x4.extract_lane(open, 1));
    store<u16>(third + at, <u16>i32x4.extract_lane(open, 2));
    store<u16>(fourth + at, <u16>i32x4.extract_lane(open, 3));
  }
}

/** The four coverages of a grid point times a weight. */
// @ts-ignore: decorator
@inline
function corner(point: usize, weight: i32): v128 {
  return i32x4.extmul_low_i16x8_u(v128.load64_zero(point), i16x8.splat(<i16>weight));
}

/** Light that was laid on white by its alpha, as it is without; alpha as darkness, 65535 is clear. */
export function liftFromWhite(light: usize, clear: usize, count: i32): void {
  for (let at: usize = 0; at < (<usize>count) << 1; at += 2) {
    const alpha = 65535 - <u32>load<u16>(clear + at);
    if (alpha == 65535) continue;
    if (alpha == 0) { store<u16>(light + at, 65535); continue; }
    const dark = 65535 - <u32>load<u16>(light + at);
    store<u16>(light + at, <u16>(65535 - min<u32>(65535, <u32>((<u64>dark * 65535) / alpha))));
  }
}

/** Coverage (as 65535 − coverage) times alpha (as 65535 − alpha), in place. */
export function coverByAlpha(cover: usize, clear: usize, count: i32): void {
  for (let at: usize = 0; at < (<usize>count) << 1; at += 2) {
    const alpha = 65535 - <u64>load<u16>(clear + at);
    if (alpha == 65535) continue;
    const share = 65535 - <u64>load<u16>(cover + at);
    store<u16>(cover + at, <u16>(65535 - (share * alpha + 32767) / 65535));
  }
}

/** held[x] = the least (or with `most` the greatest) of itself and row[x − by], row[x + by]; 16-bit values. */
export function reachAcross(held: usize, row: usize, by: i32, count: i32, most: bool): void {
  const left = row - ((<usize>by) << 1);
  const right = row + ((<usize>by) << 1);
  for (let at: usize = 0; at < (<usize>count) << 1; at += 16) {
    const own = v128.load(held + at);
    const a = v128.load(left + at);
    const b = v128.load(right + at);
    v128.store(held + at, most
      ? i16x8.max_u(own, i16x8.max_u(a, b))
      : i16x8.min_u(own, i16x8.min_u(a, b)));
  }
}

/** out[x] = the least (or greatest) of itself and row[x]. */
export function reachDown(out: usize, row: usize, count: i32, most: bool): void {
  for (let at: usize = 0; at < (<usize>count) << 1; at += 16) {
    const a = v128.load(out + at);
    const b = v128.load(row + at);
    v128.store(out + at, most ? i16x8.max_u(a, b) : i16x8.min_u(a, b));
  }
}
