/** Artwork is RGBA bytes, encoded sRGB, not multiplied by alpha. `bytes`: the encoded byte of each 16-bit code of light. */

/** Light that was laid on white by its alpha, as it is without. */
// @ts-ignore: decorator
@inline
function lifted(light: u32, alpha: u32): usize {
  return 65535 - min<u32>(65535, <u32>((<u64>(65535 - light) * 65535) / alpha));
}

/** Quads of light and clearness (see quads) to artwork; what is clear is 0. */
export function artworkOfQuads(quads: usize, bytes: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const quad = load<u64>(quads + (k << 3));
    let r = <usize>(quad & 65535);
    let g = <usize>((quad >> 16) & 65535);
    let b = <usize>((quad >> 32) & 65535);
    const clear = <u32>(quad >> 48);
    let alpha: u32 = 255;
    if (clear) {
      alpha = 255 - (2 * clear + 257) / 514;
      if (!alpha) {
        store<u32>(out + (k << 2), 0);
        continue;
      }
      const share: u32 = 65535 - clear;
      r = lifted(<u32>r, share);
      g = lifted(<u32>g, share);
      b = lifted(<u32>b, share);
    }
    store<u32>(
      out + (k << 2),
      <u32>load<u8>(bytes + r) | (<u32>load<u8>(bytes + g) << 8) | (<u32>load<u8>(bytes + b) << 16) | (alpha << 24),
    );
  }
}

/** Planes of light that is lifted already, and of clearness (65535 is clear; 0 without one), to artwork. */
export function artworkOfPlanes(
  red: usize, green: usize, blue: usize, clear: usize, bytes: usize, count: i32, out: usize,
): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const at = k << 1;
    const alpha: u32 = clear ? 255 - (2 * <u32>load<u16>(clear + at) + 257) / 514 : 255;
    const word =
      <u32>load<u8>(bytes + <usize>load<u16>(red + at)) |
      (<u32>load<u8>(bytes + <usize>load<u16>(green + at)) << 8) |
      (<u32>load<u8>(bytes + <usize>load<u16>(blue + at)) << 16) |
      (alpha << 24);
    store<u32>(out + (k << 2), alpha ? word : 0);
  }
}
