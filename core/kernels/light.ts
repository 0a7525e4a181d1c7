/** Light laid on white by an alpha of 0..255. */
// @ts-ignore: decorator
@inline
function onWhite(light: u32, alpha: u32): u32 {
  return alpha == 255 ? light : 65535 - ((65535 - light) * alpha + 127) / 255;
}

/** Light of one channel alone, which begins at a bit of the pixel. */
function lightChannel(rgba: usize, bit: u32, table: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const pixel = load<u32>(rgba + (k << 2));
    const light = <u32>load<u16>(table + (((pixel >>> bit) & 255) << 1));
    store<u16>(out + (k << 1), <u16>onWhite(light, pixel >>> 24));
  }
}

/** A mix by weights that are not below 0 and add up to one: its sums stay within 32 bits. */
function lightMix(rgba: usize, table: usize, wr: u32, wg: u32, wb: u32, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const pixel = load<u32>(rgba + (k << 2));
    const light = (<u32>load<u16>(table + ((pixel & 255) << 1)) * wr
      + <u32>load<u16>(table + (((pixel >>> 8) & 255) << 1)) * wg
      + <u32>load<u16>(table + (((pixel >>> 16) & 255) << 1)) * wb + 16384) >>> 15;
    store<u16>(out + (k << 1), <u16>onWhite(light, pixel >>> 24));
  }
}

/**
 * RGBA bytes to 16-bit light: a weighted sum of table[r], table[g], table[b] (weights in
 * 1/32768, which may be below 0), laid on white by alpha; weight `wa` instead takes alpha itself as darkness.
 */
export function lightRgba(
  rgba: usize, table: usize, wr: i32, wg: i32, wb: i32, wa: i32, count: i32, out: usize,
): void {
  if (wa == 0 && wr >= 0 && wg >= 0 && wb >= 0 && wr + wg + wb == 32768) {
    if (wr == 32768) return lightChannel(rgba, 0, table, count, out);
    if (wg == 32768) return lightChannel(rgba, 8, table, count, out);
    if (wb == 32768) return lightChannel(rgba, 16, table, count, out);
    return lightMix(rgba, table, wr, wg, wb, count, out);
  }
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
