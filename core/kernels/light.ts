/**
 * RGBA bytes to 16-bit light: a weighted sum of table[r], table[g], table[b] (weights in
 * 1/32768, which may be below 0), laid on white by alpha; weight `wa` instead takes alpha itself as darkness.
 */
export function lightRgba(
  rgba: usize, table: usize, wr: i32, wg: i32, wb: i32, wa: i32, count: i32, out: usize,
): void {
  for (let k = 0; k < count; k++) {
    const pixel = load<u32>(rgba);
    const alpha = pixel >>> 24;
    let light: u32;
    if (wa != 0) {
      light = 65535 - alpha * 257;
    } else {
      const sum = (<i64>load<u16>(table + ((pixel & 255) << 1)) * wr
        + <i64>load<u16>(table + (((pixel >>> 8) & 255) << 1)) * wg
        + <i64>load<u16>(table + (((pixel >>> 16) & 255) << 1)) * wb + 16384) >> 15;
      light = <u32>min(<i64>65535, max(<i64>0, sum));
      if (alpha != 255) light = 65535 - ((65535 - light) * alpha + 127) / 255;
    }
    store<u16>(out, <u16>light);
    rgba += 4;
    out += 2;
  }
}
