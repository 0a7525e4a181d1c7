/**
 * Rows of thresholds compared with rows of picture codes, sixteen pixels a step.
 * Ink where code < limit. Bits are packed with the leftmost pixel highest.
 *
 * The threshold row has `period` entries and is followed by its first sixteen again, so that
 * a step that starts anywhere in the row can read straight through its end.
 */
export function threshold16(
  codes: usize, limits: usize, period: i32, start: i32, count: i32, out: usize,
): void {
  let offset = start;
  for (let x = 0; x < count; x += 16) {
    const t = limits + ((<usize>offset) << 1);
    const a = i16x8.lt_u(v128.load(codes), v128.load(t));
    const b = i16x8.lt_u(v128.load(codes, 16), v128.load(t, 16));
    const mask = i8x16.narrow_i16x8_s(a, b);
    const ordered = i8x16.shuffle(mask, mask, 7, 6, 5, 4, 3, 2, 1, 0, 15, 14, 13, 12, 11, 10, 9, 8);
    store<u16>(out, <u16>i8x16.bitmask(ordered));
    codes += 32;
    out += 2;
    offset += 16;
    if (offset >= period) offset -= period;
  }
}

/** The same for 8-bit codes and limits. */
export function threshold8(
  codes: usize, limits: usize, period: i32, start: i32, count: i32, out: usize,
): void {
  let offset = start;
  for (let x = 0; x < count; x += 16) {
    const mask = i8x16.lt_u(v128.load(codes), v128.load(limits + <usize>offset));
    const ordered = i8x16.shuffle(mask, mask, 7, 6, 5, 4, 3, 2, 1, 0, 15, 14, 13, 12, 11, 10, 9, 8);
    store<u16>(out, <u16>i8x16.bitmask(ordered));
    codes += 16;
    out += 2;
    offset += 16;
    if (offset >= period) offset -= period;
  }
}
