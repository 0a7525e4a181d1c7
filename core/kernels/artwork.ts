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

/**
 * RGBA bytes to artwork, as by quads. `curve`: what each byte of what is opaque becomes; `lights`: the 16-bit light of each
 * byte.
 */
export function artworkOfBytes(source: usize, curve: usize, lights: usize, bytes: usize, count: i32, out: usize): void {
  for (let k: usize = 0; k < <usize>count; k++) {
    const word = load<u32>(source + (k << 2));
    const alpha = word >> 24;
    const r = <usize>(word & 255);
    const g = <usize>((word >> 8) & 255);
    const b = <usize>((word >> 16) & 255);
    if (alpha == 255) {
      store<u32>(
        out + (k << 2),
        <u32>load<u8>(curve + r) | (<u32>load<u8>(curve + g) << 8) | (<u32>load<u8>(curve + b) << 16) | 0xff000000,
      );
    } else if (alpha) {
      store<u32>(
        out + (k << 2),
        <u32>load<u8>(bytes + thinned(lights, r, alpha)) |
          (<u32>load<u8>(bytes + thinned(lights, g, alpha)) << 8) |
          (<u32>load<u8>(bytes + thinned(lights, b, alpha)) << 16) |
          (alpha << 24),
      );
    } else {
      store<u32>(out + (k << 2), 0);
    }
  }
}

/** The light of a byte that was laid on white by its alpha and lifted again: what rounding leaves of it. */
// @ts-ignore: decorator
@inline
function thinned(lights: usize, byte: usize, alpha: u32): usize {
  const light: u32 = 65535 - ((65535 - <u32>load<u16>(lights + (byte << 1))) * alpha + 127) / 255;
  return lifted(light, alpha * 257);
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
