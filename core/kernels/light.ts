/**
 * RGBA bytes to 16-bit light: a weighted sum of table[r], table[g], table[b] (weights in
 * 1/32768), laid on white by alpha; weight `wa` instead takes alpha itself as darkness.
 */
export function lightRgba(
  rgba: usize, table: usize, wr: u32, wg: u32, wb: u32, wa: u32, count: i32, out: usize,
): void {
  for (let k = 0; k < count; k++) {
    const pixel = load<u32>(rgba);
    const alpha = pixel >>> 24;
    let light: u32;
    if (wa != 0) {
      light = 65535 - alpha * 257;
    } else {
      light = (<u32>load<u16>(table + ((pixel & 255) << 1)) * wr
        + <u32>load<u16>(table + (((pixel >>> 8) & 255) << 1)) * wg
        + <u32>load<u16>(table + (((pixel >>> 16) & 255) << 1)) * wb + 16384) >>> 15;
      if (alpha != 255) light = 65535 - ((65535 - light) * alpha + 127) / 255;
    }
    store<u16>(out, <u16>light);
    rgba += 4;
    out += 2;
  }
}
