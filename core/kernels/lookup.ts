/** out[k] = table[codes[k]] for 16-bit codes. */
export function lookup16(codes: usize, table: usize, count: i32, out: usize): void {
  const fours = <usize>(count & ~3);
  for (let k: usize = 0; k < fours; k += 4) {
    const four = load<u64>(codes + (k << 1));
    const a = <u64>load<u16>(table + ((<usize>(four & 65535)) << 1));
    const b = <u64>load<u16>(table + ((<usize>((four >> 16) & 65535)) << 1));
    const c = <u64>load<u16>(table + ((<usize>((four >> 32) & 65535)) << 1));
    const d = <u64>load<u16>(table + ((<usize>(four >> 48)) << 1));
    store<u64>(out + (k << 1), a | (b << 16) | (c << 32) | (d << 48));
  }
  for (let k = fours; k < <usize>count; k++) {
    store<u16>(out + (k << 1), load<u16>(table + ((<usize>load<u16>(codes + (k << 1))) << 1)));
  }
}

/** out[k] = table[codes[k]] for 8-bit codes and a 16-bit table. */
export function lookup8(codes: usize, table: usize, count: i32, out: usize): void {
  const fours = <usize>(count & ~3);
  for (let k: usize = 0; k < fours; k += 4) {
    const four = load<u32>(codes + k);
    const a = <u64>load<u16>(table + ((<usize>(four & 255)) << 1));
    const b = <u64>load<u16>(table + ((<usize>((four >> 8) & 255)) << 1));
    const c = <u64>load<u16>(table + ((<usize>((four >> 16) & 255)) << 1));
    const d = <u64>load<u16>(table + ((<usize>(four >> 24)) << 1));
    store<u64>(out + (k << 1), a | (b << 16) | (c << 32) | (d << 48));
  }
  for (let k = fours; k < <usize>count; k++) {
    store<u16>(out + (k << 1), load<u16>(table + ((<usize>load<u8>(codes + k)) << 1)));
  }
}

/** out[k] = codes[k] · 257: bytes as 16-bit values of the same share. Sixteen at a time, both ways. */
export function widenBytes(codes: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k += 16) {
    const bytes = v128.load(codes + k);
    v128.store(out + (k << 1), v128.shuffle<u8>(bytes, bytes, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 5, 5, 6, 6, 7, 7));
    v128.store(out + (k << 1), v128.shuffle<u8>(bytes, bytes, 8, 8, 9, 9, 10, 10, 11, 11, 12, 12, 13, 13, 14, 14, 15, 15), 16);
  }
}

/** Four values moved by `amount` / 4096 times what the base has over its surroundings. */
// @ts-ignore: decorator
@inline
function apart(value: v128, base: v128, around: v128, amount: v128): v128 {
  const edge = i32x4.mul(i32x4.sub(base, around), amount);
  return i32x4.add(value, i32x4.shr_s(i32x4.add(edge, i32x4.splat(2048)), 12));
}

/**
 * Sets encoded 16-bit values apart from their surroundings: value + amount · (base − around),
 * clipped; amount in 1/4096, at most 6. All are readable, and `out` is writable, for seven values more.
 */
export function setApart(values: usize, base: usize, around: usize, amount: i32, count: i32, out: usize): void {
  const by = i32x4.splat(amount);
  for (let at: usize = 0; at < (<usize>count) << 1; at += 16) {
    const v = v128.load(values + at);
    const b = v128.load(base + at);
    const a = v128.load(around + at);
    const low = apart(
      i32x4.extend_low_i16x8_u(v), i32x4.extend_low_i16x8_u(b), i32x4.extend_low_i16x8_u(a), by,
    );
    const high = apart(
      i32x4.extend_high_i16x8_u(v), i32x4.extend_high_i16x8_u(b), i32x4.extend_high_i16x8_u(a), by,
    );
    v128.store(out + at, i16x8.narrow_i32x4_u(low, high));
  }
}
