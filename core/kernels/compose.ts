import { addTo, edgeOf, shareIn } from './display-pixel';

/** 256 entries of eight bytes, each 0 or 1: the bits of a byte, highest first. */
const SPREAD = memory.data(2048, 16);

function fillSpread(): void {
  for (let byte = 0; byte < 256; byte++) {
    for (let bit = 0; bit < 8; bit++) store<u8>(SPREAD + (byte << 3) + bit, <u8>((byte >> (7 - bit)) & 1));
  }
}
fillSpread();

/** Overprint code of each pixel, eight at a time: bit p is set where plate p prints. */
// @ts-ignore: decorator
@inline
export function codes8(plates: usize, count: i32, at: usize): u64 {
  let codes: u64 = 0;
  for (let p = 0; p < count; p++) {
    const row = <usize>load<u32>(plates + (<usize>p << 2));
    codes |= load<u64>(SPREAD + ((<usize>load<u8>(row + at)) << 3)) << p;
  }
  return codes;
}

/** Pixels as RGBA words: out[x] = palette[code]. `plates` holds the row pointers (u32) of at most sixteen plates. */
export function composeExact(plates: usize, count: i32, palette: usize, width: i32, out: usize): void {
  const low = min(8, count);
  for (let x = 0; x < width; x += 8) {
    let codes = codes8(plates, low, <usize>x >> 3);
    let high = count > 8 ? codes8(plates + 32, count - 8, <usize>x >> 3) : 0;
    const n = min(8, width - x);
    for (let k = 0; k < n; k++) {
      const code = (<usize>codes & 255) | ((<usize>high & 255) << 8);
      store<u32>(out, load<u32>(palette + (code << 2)));
      out += 4;
      codes >>= 8;
      high >>= 8;
    }
  }
}

// @ts-ignore: decorator
@inline
function addCode(codes: u64, k: u64, palette: usize, by: v128, sums: usize): void {
  const at = sums + (<usize>k << 4);
  const colour = v128.load(palette + ((<usize>(codes >> (k << 3)) & 255) << 4));
  v128.store(at, f32x4.add(v128.load(at), f32x4.mul(colour, by)));
}

/** Adds the light of a row of plate pixels, times a weight, to four f32 a pixel at `sums`. palette: four f32 a code. */
export function addPixels(plates: usize, count: i32, palette: usize, width: i32, weight: f32, sums: usize): void {
  const by = f32x4.splat(weight);
  const low = min(8, count);
  let x = 0;
  if (count <= 8) {
    for (; x + 8 <= width; x += 8) {
      const codes = codes8(plates, low, <usize>x >> 3);
      addCode(codes, 0, palette, by, sums);
      addCode(codes, 1, palette, by, sums);
      addCode(codes, 2, palette, by, sums);
      addCode(codes, 3, palette, by, sums);
      addCode(codes, 4, palette, by, sums);
      addCode(codes, 5, palette, by, sums);
      addCode(codes, 6, palette, by, sums);
      addCode(codes, 7, palette, by, sums);
      sums += 128;
    }
  }
  for (; x < width; x += 8) {
    let codes = codes8(plates, low, <usize>x >> 3);
    let high = count > 8 ? codes8(plates + 32, count - 8, <usize>x >> 3) : 0;
    const n = min(8, width - x);
    for (let k = 0; k < n; k++) {
      const code = (<usize>codes & 255) | ((<usize>high & 255) << 8);
      v128.store(sums, f32x4.add(v128.load(sums), f32x4.mul(v128.load(palette + (code << 4)), by)));
      sums += 16;
      codes >>= 8;
      high >>= 8;
    }
  }
}

/**
 * Adds a row of plate pixels to display pixels. Pixel x covers the display from
 * left + x * scale to left + (x + 1) * scale (scale <= 1); one that lies across an edge is
 * shared out. palette: four f32 a code (linear r, g, b, 1); out: four f32 a display pixel.
 */
export function composeMean(
  plates: usize, count: i32, palette: usize, width: i32, left: f64, scale: f64, weight: f32, out: usize,
): void {
  let display = <i32>Math.floor(left);
  let sum = f32x4.splat(0);
  const whole = f32x4.splat(weight);
  // The first pixel that reaches past the display pixel being filled.
  let edge = edgeOf(display, left, scale);
  const low = min(8, count);
  for (let x = 0; x < width; x += 8) {
    let codes = codes8(plates, low, <usize>x >> 3);
    let high = count > 8 ? codes8(plates + 32, count - 8, <usize>x >> 3) : 0;
    const n = min(8, width - x);
    for (let k = 0; k < n; k++) {
      const colour = v128.load(palette + (((<usize>codes & 255) | ((<usize>high & 255) << 8)) << 4));
      codes >>= 8;
      high >>= 8;
      const px = x + k;
      if (px < edge) {
        sum = f32x4.add(sum, colour);
      } else {
        const here = shareIn(display, px, left, scale);
        sum = f32x4.add(sum, f32x4.mul(colour, f32x4.splat(here)));
        addTo(out, display, sum, whole);
        sum = f32x4.mul(colour, f32x4.splat(1 - here));
        display += 1;
        edge = edgeOf(display, left, scale);
      }
    }
  }
  addTo(out, display, sum, whole);
}

// @ts-ignore: decorator
@inline
function layCode(codes: u64, k: u64, table: usize, light: usize): void {
  const own = table + ((<usize>(codes >> (k << 3)) & 255) << 5);
  const at = light + (<usize>k << 4);
  v128.store(at, f32x4.add(f32x4.mul(v128.load(at), v128.load(own)), v128.load(own, 16)));
}

/** light[x] = light[x] · through + adds of the overprint of each pixel. table: four floats of each a code. */
export function layCodes(plates: usize, count: i32, table: usize, width: i32, light: usize): void {
  const low = min(8, count);
  let x = 0;
  if (count <= 8) {
    for (; x + 8 <= width; x += 8) {
      const codes = codes8(plates, low, <usize>x >> 3);
      layCode(codes, 0, table, light);
      layCode(codes, 1, table, light);
      layCode(codes, 2, table, light);
      layCode(codes, 3, table, light);
      layCode(codes, 4, table, light);
      layCode(codes, 5, table, light);
      layCode(codes, 6, table, light);
      layCode(codes, 7, table, light);
      light += 128;
    }
  }
  for (; x < width; x += 8) {
    let codes = codes8(plates, low, <usize>x >> 3);
    let high = count > 8 ? codes8(plates + 32, count - 8, <usize>x >> 3) : 0;
    const n = min(8, width - x);
    for (let k = 0; k < n; k++) {
      const own = table + (((<usize>codes & 255) | ((<usize>high & 255) << 8)) << 5);
      v128.store(light, f32x4.add(f32x4.mul(v128.load(light), v128.load(own)), v128.load(own, 16)));
      light += 16;
      codes >>= 8;
      high >>= 8;
    }
  }
}

// @ts-ignore: decorator
@inline
function addOnGround(
  codes: u64, k: u64, table: usize, ground: usize, grounds: usize, by: v128, sums: usize,
): void {
  const at = sums + (<usize>k << 4);
  const own = table + ((<usize>(codes >> (k << 3)) & 255) << 5);
  const bare = v128.load(grounds + ((<usize>load<u8>(ground + <usize>k)) << 4));
  const colour = f32x4.add(f32x4.mul(bare, v128.load(own)), v128.load(own, 16));
  v128.store(at, f32x4.add(v128.load(at), f32x4.mul(colour, by)));
}

/**
 * Adds the light of a row of plain inks on a stock with maps under and over them, times a weight, to four f32 a pixel at
 * `sums`. `ground`: a byte a pixel, and `grounds` the light of each of its values, four floats. `table`: what each
 * overprint lets through and adds, eight floats. `maps`: for each further map the pointer to its row of bytes and to its
 * table of 256 times eight floats, `under` of them under the inks and `over` of them over the inks.
 */
export function addMapped(
  plates: usize, count: i32, table: usize, ground: usize, grounds: usize, maps: usize, under: i32, over: i32, width: i32,
  weight: f32, sums: usize,
): void {
  const by = f32x4.splat(weight);
  const low = min(8, count);
  const bare = under + over == 0;
  let x = 0;
  if (bare && count <= 8) {
    for (; x + 8 <= width; x += 8) {
      const codes = codes8(plates, low, <usize>x >> 3);
      const own = ground + <usize>x;
      addOnGround(codes, 0, table, own, grounds, by, sums);
      addOnGround(codes, 1, table, own, grounds, by, sums);
      addOnGround(codes, 2, table, own, grounds, by, sums);
      addOnGround(codes, 3, table, own, grounds, by, sums);
      addOnGround(codes, 4, table, own, grounds, by, sums);
      addOnGround(codes, 5, table, own, grounds, by, sums);
      addOnGround(codes, 6, table, own, grounds, by, sums);
      addOnGround(codes, 7, table, own, grounds, by, sums);
      sums += 128;
    }
  }
  for (; x < width; x += 8) {
    let codes = codes8(plates, low, <usize>x >> 3);
    let high = count > 8 ? codes8(plates + 32, count - 8, <usize>x >> 3) : 0;
    const n = min(8, width - x);
    for (let k = 0; k < n; k++) {
      const px = x + k;
      let colour = v128.load(grounds + ((<usize>load<u8>(ground + <usize>px)) << 4));
      const own = table + (((<usize>codes & 255) | ((<usize>high & 255) << 8)) << 5);
      if (bare) {
        colour = f32x4.add(f32x4.mul(colour, v128.load(own)), v128.load(own, 16));
      } else {
        for (let m = 0; m < under; m++) colour = mapped(colour, maps + (<usize>m << 3), px);
        colour = f32x4.add(f32x4.mul(colour, v128.load(own)), v128.load(own, 16));
        for (let m = under; m < under + over; m++) colour = mapped(colour, maps + (<usize>m << 3), px);
      }
      v128.store(sums, f32x4.add(v128.load(sums), f32x4.mul(colour, by)));
      sums += 16;
      codes >>= 8;
      high >>= 8;
    }
  }
}

// @ts-ignore: decorator
@inline
function mapped(colour: v128, map: usize, x: i32): v128 {
  const own = <usize>load<u32>(map, 4) + (<usize>load<u8>(<usize>load<u32>(map) + <usize>x) << 5);
  return f32x4.add(f32x4.mul(colour, v128.load(own)), v128.load(own, 16));
}
