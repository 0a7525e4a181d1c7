/**
 * One ink of a separation: out[k] = 65535 − coverage. Places are where the three channels stand on the table's
 * grid, in steps of 1 << bits to a grid step; the plane has `size` points along each channel, blue fastest,
 * and is interpolated in the tetrahedron that the colour lies in: along the channel that is farthest in its
 * step first, along the least far one last.
 */
export function separateInk(
  red: usize, green: usize, blue: usize, plane: usize, size: i32, bits: i32, count: i32, out: usize,
): void {
  const mask = (1 << bits) - 1;
  const whole = 1 << bits;
  const half = 1 << (bits - 1);
  const stepG = size << 1;
  const stepR = (size * size) << 1;
  const all = stepR + stepG + 2;
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
    const first = select<i32>(stepR, select<i32>(stepG, 2, fg == high), fr == high);
    const last = select<i32>(2, select<i32>(stepG, stepR, fg == low), fb == low);
    const base = plane + <usize>((r >> bits) * stepR + (g >> bits) * stepG + ((b >> bits) << 1));
    // With all three alike the same step may be first and last; the weights between are then 0.
    const cover = <i32>load<u16>(base) * (whole - high)
      + <i32>load<u16>(base + <usize>first) * (high - middle)
      + <i32>load<u16>(base + <usize>(all - last)) * (middle - low)
      + <i32>load<u16>(base + <usize>all) * low;
    store<u16>(out + at, <u16>(65535 - ((cover + half) >> bits)));
  }
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
