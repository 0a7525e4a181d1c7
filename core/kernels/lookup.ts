/** out[k] = table[codes[k]] for 16-bit codes. */
export function lookup16(codes: usize, table: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    store<u16>(out + (k << 1), load<u16>(table + ((<usize>load<u16>(codes + (k << 1))) << 1)));
  }
}

/** out[k] = table[codes[k]] for 8-bit codes and a 16-bit table. */
export function lookup8(codes: usize, table: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    store<u16>(out + (k << 1), load<u16>(table + ((<usize>load<u8>(codes + k)) << 1)));
  }
}

/**
 * Sets 16-bit light apart from its surroundings in encoded values: decoded[encoded[light] + amount ·
 * (encoded[base] − encoded[around])], clipped; amount in 1/4096. Tables have 65536 entries of 16 bits.
 */
export function setApart(
  light: usize, base: usize, around: usize, encoded: usize, decoded: usize, amount: i32, count: i32, out: usize,
): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const at = k << 1;
    const from = <i32>load<u16>(encoded + ((<usize>load<u16>(base + at)) << 1));
    const edge = from - <i32>load<u16>(encoded + ((<usize>load<u16>(around + at)) << 1));
    const own = light == base ? from : <i32>load<u16>(encoded + ((<usize>load<u16>(light + at)) << 1));
    const v = own + ((edge * amount + 2048) >> 12);
    store<u16>(out + at, load<u16>(decoded + ((<usize>min(65535, max(0, v))) << 1)));
  }
}
