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
