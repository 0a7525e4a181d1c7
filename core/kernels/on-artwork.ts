import { codes8 } from './compose';
import { coverLight } from './layer';

/** Light of the bare stock with artwork laid over it, where the artwork does not cover in full: four f32. */
const ROOM = memory.data(16, 16);

/** Where the light of each byte of red, green and blue begins: see addOnArtwork. */
const GREEN: usize = 256 << 4;
const BLUE: usize = 512 << 4;

// @ts-ignore: decorator
@inline
function opaqueLight(word: u32, lights: usize): v128 {
  const r = v128.load(lights + (<usize>(word & 255) << 4));
  const g = v128.load(lights + GREEN + (<usize>((word >> 8) & 255) << 4));
  const b = v128.load(lights + BLUE + (<usize>((word >> 16) & 255) << 4));
  return v128.or(v128.or(r, g), b);
}

// @ts-ignore: decorator
@inline
function groundOf(word: u32, full: bool, lights: usize, stock: usize, strength: f32, encode: usize, decode: usize): v128 {
  if (full && word >= 0xff000000) return opaqueLight(word, lights);
  const bare = v128.load(stock);
  if (!(word >> 24)) return bare;
  v128.store(ROOM, bare);
  coverLight(ROOM, word, (strength * <f32>(word >> 24)) / 255, encode, decode);
  return v128.load(ROOM);
}

// @ts-ignore: decorator
@inline
function addInked(ground: v128, code: usize, table: usize, by: v128, sums: usize): void {
  const own = table + (code << 5);
  const colour = f32x4.add(f32x4.mul(ground, v128.load(own)), v128.load(own, 16));
  v128.store(sums, f32x4.add(v128.load(sums), f32x4.mul(colour, by)));
}

/** Two pixels from k on, which cover in full; shifts that give offsets in the tables at once are quicker than two steps. */
// @ts-ignore: decorator
@inline
function addTwo(codes: u64, k: u64, artwork: usize, lights: usize, table: usize, by: v128, sums: usize): void {
  const words = load<u64>(artwork + (<usize>k << 2));
  const green = lights + GREEN;
  const blue = lights + BLUE;
  const at = sums + (<usize>k << 4);
  const first = f32x4.add(
    f32x4.add(v128.load(lights + (<usize>(words << 4) & 4080)), v128.load(green + (<usize>(words >> 4) & 4080))),
    v128.load(blue + (<usize>(words >> 12) & 4080)),
  );
  const second = f32x4.add(
    f32x4.add(v128.load(lights + (<usize>(words >> 28) & 4080)), v128.load(green + (<usize>(words >> 36) & 4080))),
    v128.load(blue + (<usize>(words >> 44) & 4080)),
  );
  const own = table + (<usize>(k ? codes >> ((k << 3) - 5) : codes << 5) & 8160);
  const next = table + (<usize>(codes >> ((k << 3) + 3)) & 8160);
  const one = f32x4.add(f32x4.mul(first, v128.load(own)), v128.load(own, 16));
  const two = f32x4.add(f32x4.mul(second, v128.load(next)), v128.load(next, 16));
  v128.store(at, f32x4.add(v128.load(at), f32x4.mul(one, by)));
  v128.store(at, f32x4.add(v128.load(at, 16), f32x4.mul(two, by)), 16);
}

/** Whether eight pixels cover in full. */
// @ts-ignore: decorator
@inline
function opaque8(artwork: usize): bool {
  const both = v128.and(v128.load(artwork), v128.load(artwork, 16));
  return i32x4.all_true(v128.ge<u32>(both, i32x4.splat(0xff000000)));
}

/**
 * Adds the light of a row of plain inks that lie on artwork, which covers the stock, times a weight, to four f32 a pixel at
 * `sums`. `table`: what each overprint lets through and adds, eight floats. `artwork`: a row of RGBA words, encoded sRGB.
 * `lights`: 256 times four f32 of red, then of green, then of blue, each with its own light alone, and blue with 1 as its
 * fourth. `stock`: the light of the bare stock, four f32. `strength`: 0..1, by which alpha is multiplied.
 */
export function addOnArtwork(
  plates: usize, count: i32, table: usize, artwork: usize, lights: usize, stock: usize, strength: f32, encode: usize,
  decode: usize, width: i32, weight: f32, sums: usize,
): void {
  const by = f32x4.splat(weight);
  const low = min(8, count);
  const full = strength >= 1;
  for (let x = 0; x < width; x += 8) {
    let codes = codes8(plates, low, <usize>x >> 3);
    const n = min(8, width - x);
    if (full && count <= 8 && n == 8 && opaque8(artwork)) {
      addTwo(codes, 0, artwork, lights, table, by, sums);
      addTwo(codes, 2, artwork, lights, table, by, sums);
      addTwo(codes, 4, artwork, lights, table, by, sums);
      addTwo(codes, 6, artwork, lights, table, by, sums);
      artwork += 32;
      sums += 128;
      continue;
    }
    let high = count > 8 ? codes8(plates + 32, count - 8, <usize>x >> 3) : 0;
    for (let k = 0; k < n; k++) {
      const ground = groundOf(load<u32>(artwork), full, lights, stock, strength, encode, decode);
      addInked(ground, (<usize>codes & 255) | ((<usize>high & 255) << 8), table, by, sums);
      artwork += 4;
      sums += 16;
      codes >>= 8;
      high >>= 8;
    }
  }
}
