/** Steps of the table of decoded light; the same as in src/colour/quick-srgb.ts. */
const STEPS: f64 = 4096;
/** Added to a whole number it leaves that number in its last bits. */
const MAGIC: f64 = 4503599627370496.0;

// @ts-ignore: decorator
@inline
function lightOf(value: f64, decoded: usize): f64 {
  const at = clip(value) * STEPS;
  const low = floor<f64>(at);
  const from = decoded + ((<usize>wholeOf(low)) << 3);
  const light = load<f64>(from);
  return light + (load<f64>(from, 8) - light) * (at - low);
}

/** A whole number of 0..2³¹ as an integer: its bits stand at the end of the sum, and nothing must be checked. */
// @ts-ignore: decorator
@inline
function wholeOf(value: f64): i32 {
  return <i32>reinterpret<i64>(value + MAGIC);
}

/** A value kept within 0..1; comparisons are quicker than min and max, which look after what is not a number. */
// @ts-ignore: decorator
@inline
function clip(value: f64): f64 {
  return value < 0 ? 0 : value > 1 ? 1 : value;
}

/** The same of two values at once. */
// @ts-ignore: decorator
@inline
function clipPair(value: v128): v128 {
  return f64x2.pmin(f64x2.pmax(value, f64x2.splat(0)), f64x2.splat(1));
}

// @ts-ignore: decorator
@inline
function lightPair(value: v128, decoded: usize): v128 {
  return decodedPair(clipPair(value), decoded);
}

// @ts-ignore: decorator
@inline
function decodedPair(value: v128, decoded: usize): v128 {
  const at = f64x2.mul(value, f64x2.splat(STEPS));
  const low = f64x2.floor(at);
  const index = f64x2.add(low, f64x2.splat(MAGIC));
  // A step of the table and the next one lie beside each other.
  const one = v128.load(decoded + ((<usize>i32x4.extract_lane(index, 0)) << 3));
  const two = v128.load(decoded + ((<usize>i32x4.extract_lane(index, 2)) << 3));
  const from = v128.shuffle<u64>(one, two, 0, 2);
  const to = v128.shuffle<u64>(one, two, 1, 3);
  return f64x2.add(from, f64x2.mul(f64x2.sub(to, from), f64x2.sub(at, low)));
}

/** blendLight for at most two stops, which most pictures have; two pixels a step. Returns how many pixels it did. */
function blendPairs(
  values: usize, stops: usize, stopCount: i32, grey: bool, decoded: usize, wr: f64, wg: f64, wb: f64, count: i32, out: usize,
): i32 {
  const a = stops;
  const b = stops + ((<usize>(stopCount - 1)) << 5);
  const from = load<f64>(a);
  const wide = load<f64>(b) - from;
  if (grey && from == 0 && wide == 1) {
    const red = load<f64>(a, 8);
    return blendGreys(values, red, load<f64>(b, 8) - red, decoded, wr, wg, wb, count, out);
  }
  const done = count & ~1;
  for (let x = 0; x < done; x += 2) {
    const apart = f64x2.sub(clipPair(v128.load(values + ((<usize>x) << 3))), f64x2.splat(from));
    let share: v128;
    if (wide == 1) share = clipPair(apart);
    else if (wide > 0) share = clipPair(f64x2.div(apart, f64x2.splat(wide)));
    else share = v128.bitselect(f64x2.splat(0), f64x2.splat(1), f64x2.lt(apart, f64x2.splat(0)));
    const r = lightPair(channelPair(a, b, 8, share), decoded);
    const g = grey ? r : lightPair(channelPair(a, b, 16, share), decoded);
    const blue = grey ? r : lightPair(channelPair(a, b, 24, share), decoded);
    const sum = f64x2.add(
      f64x2.add(f64x2.mul(r, f64x2.splat(wr)), f64x2.mul(g, f64x2.splat(wg))),
      f64x2.mul(blue, f64x2.splat(wb)),
    );
    const whole = codePair(clipPair(f64x2.mul(sum, f64x2.splat(1.0 / 32768.0))));
    const at = out + ((<usize>x) << 1);
    store<u16>(at, <u16>i32x4.extract_lane(whole, 0));
    store<u16>(at, <u16>i32x4.extract_lane(whole, 2), 2);
  }
  return done;
}

/** Two 16-bit codes, as whole numbers in the low halves of their lanes, of light 0..1. */
// @ts-ignore: decorator
@inline
function codePair(light: v128): v128 {
  const dark = f64x2.sub(f64x2.splat(1), light);
  const code = f64x2.mul(f64x2.splat(65535), f64x2.sub(f64x2.splat(1), dark));
  return f64x2.add(f64x2.floor(f64x2.add(code, f64x2.splat(0.5))), f64x2.splat(MAGIC));
}

/** Light of two pixels between two greys, `apart` from each other, mixed by weights that are shares of one. */
// @ts-ignore: decorator
@inline
function greyPair(value: v128, grey: v128, apart: v128, decoded: usize, wr: v128, wg: v128, wb: v128): v128 {
  const r = decodedPair(f64x2.add(grey, f64x2.mul(apart, clipPair(value))), decoded);
  const sum = f64x2.add(f64x2.add(f64x2.mul(r, wr), f64x2.mul(r, wg)), f64x2.mul(r, wb));
  return codePair(clipPair(sum));
}

/** blendLight for two greys at 0 and 1, which most pictures have; four pixels a step. Returns how many pixels it did. */
function blendGreys(values: usize, grey: f64, apart: f64, decoded: usize, wr: f64, wg: f64, wb: f64, count: i32, out: usize): i32 {
  const done = count & ~3;
  const from = f64x2.splat(grey);
  const by = f64x2.splat(apart);
  const r = f64x2.splat(wr * (1.0 / 32768.0));
  const g = f64x2.splat(wg * (1.0 / 32768.0));
  const b = f64x2.splat(wb * (1.0 / 32768.0));
  for (let x = 0; x < done; x += 4) {
    const one = greyPair(v128.load(values), from, by, decoded, r, g, b);
    const two = greyPair(v128.load(values, 16), from, by, decoded, r, g, b);
    const codes = v128.shuffle<i16>(one, two, 0, 4, 8, 12, 0, 4, 8, 12);
    v128.store64_lane(out, codes, 0);
    values += 32;
    out += 8;
  }
  return done;
}

/** A channel of two pixels between two stops; the channel lies so many bytes behind the place of a stop. */
// @ts-ignore: decorator
@inline
function channelPair(a: usize, b: usize, channel: usize, share: v128): v128 {
  const from = load<f64>(a + channel);
  return f64x2.add(f64x2.splat(from), f64x2.mul(f64x2.splat(load<f64>(b + channel) - from), share));
}

/**
 * Values, clipped to 0..1, to 16-bit light: colours are blended between `count` stops (place, red, green, blue, each 0..1, as f64)
 * in encoded sRGB, decoded by a table, and mixed by weights in 1/32768. With `grey` all stops are grey.
 */
export function blendLight(
  values: usize, stops: usize, stopCount: i32, grey: bool, decoded: usize, wr: f64, wg: f64, wb: f64, count: i32, out: usize,
): void {
  let x = stopCount > 2 ? 0 : blendPairs(values, stops, stopCount, grey, decoded, wr, wg, wb, count, out);
  for (; x < count; x++) {
    const t = clip(load<f64>(values + ((<usize>x) << 3)));
    let k = 0;
    while (k < stopCount - 2 && t > load<f64>(stops + ((<usize>(k + 1)) << 5))) k++;
    const a = stops + ((<usize>k) << 5);
    const b = stops + ((<usize>min(k + 1, stopCount - 1)) << 5);
    const from = load<f64>(a);
    const to = load<f64>(b);
    const wide = to - from;
    // From one end to the other nothing need be divided.
    const share = wide == 1 ? clip(t - from) : wide > 0 ? clip((t - from) / wide) : t < from ? 0.0 : 1.0;
    const red = load<f64>(a, 8);
    const r = lightOf(red + (load<f64>(b, 8) - red) * share, decoded);
    let g = r;
    let blue = r;
    if (!grey) {
      const green = load<f64>(a, 16);
      const last = load<f64>(a, 24);
      g = lightOf(green + (load<f64>(b, 16) - green) * share, decoded);
      blue = lightOf(last + (load<f64>(b, 24) - last) * share, decoded);
    }
    const light = clip((r * wr + g * wg + blue * wb) * (1.0 / 32768.0));
    store<u16>(out + ((<usize>x) << 1), <u16>wholeOf(floor<f64>(65535.0 * (1.0 - (1.0 - light)) + 0.5)));
  }
}
