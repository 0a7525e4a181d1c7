/**
 * One ink of a separation, for 16-bit light of three channels: out[k] = 65535 − coverage. `places` gives the
 * place of each light on the table's grid, in steps of 1 << bits to a grid step; the plane has `size` points
 * along each channel, blue fastest, and is interpolated in the tetrahedron that the colour lies in.
 */
export function separateInk(
  red: usize, green: usize, blue: usize, places: usize, plane: usize, size: i32, bits: i32, count: i32, out: usize,
): void {
  const mask = (1 << bits) - 1;
  const half = 1 << (bits - 1);
  const stepG = size << 1;
  const stepR = (size * size) << 1;
  for (let at: usize = 0; at < (<usize>count) << 1; at += 2) {
    const r = <i32>load<u16>(places + ((<usize>load<u16>(red + at)) << 1));
    const g = <i32>load<u16>(places + ((<usize>load<u16>(green + at)) << 1));
    const b = <i32>load<u16>(places + ((<usize>load<u16>(blue + at)) << 1));
    const fr = r & mask;
    const fg = g & mask;
    const fb = b & mask;
    const first = (r >> bits) * stepR + (g >> bits) * stepG + ((b >> bits) << 1);
    const base = plane + <usize>first;
    const last = base + <usize>(stepR + stepG + 2);
    // The channel that is farthest along its step is taken first.
    let one: usize;
    let two: usize;
    let high: i32;
    let middle: i32;
    let low: i32;
    if (fr >= fg) {
      if (fg >= fb) {
        high = fr; middle = fg; low = fb;
        one = base + <usize>stepR; two = one + <usize>stepG;
      } else if (fr >= fb) {
        high = fr; middle = fb; low = fg;
        one = base + <usize>stepR; two = one + 2;
      } else {
        high = fb; middle = fr; low = fg;
        one = base + 2; two = one + <usize>stepR;
      }
    } else if (fr >= fb) {
      high = fg; middle = fr; low = fb;
      one = base + <usize>stepG; two = one + <usize>stepR;
    } else if (fg >= fb) {
      high = fg; middle = fb; low = fr;
      one = base + <usize>stepG; two = one + 2;
    } else {
      high = fb; middle = fg; low = fr;
      one = base + 2; two = one + <usize>stepG;
    }
    const p0 = <i32>load<u16>(base);
    const p1 = <i32>load<u16>(one);
    const p2 = <i32>load<u16>(two);
    const p3 = <i32>load<u16>(last);
    const cover = p0 * ((1 << bits) - high) + p1 * (high - middle) + p2 * (middle - low) + p3 * low;
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
