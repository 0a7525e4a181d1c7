/** Steps of the table of decoded light; the same as in src/colour/quick-srgb.ts. */
const STEPS: f64 = 4096;

// @ts-ignore: decorator
@inline
function lightOf(value: f64, decoded: usize): f64 {
  const at = min(1.0, max(0.0, value)) * STEPS;
  const low = Math.floor(at);
  const from = decoded + ((<usize>low) << 3);
  const light = load<f64>(from);
  return light + (load<f64>(from, 8) - light) * (at - low);
}

/**
 * Values 0..1 to 16-bit light: colours are blended between `count` stops (place, red, green, blue, each 0..1, as f64)
 * in encoded sRGB, decoded by a table, and mixed by weights in 1/32768. With `grey` all stops are grey.
 */
export function blendLight(
  values: usize, stops: usize, stopCount: i32, grey: bool, decoded: usize, wr: f64, wg: f64, wb: f64, count: i32, out: usize,
): void {
  for (let x = 0; x < count; x++) {
    const t = load<f64>(values + ((<usize>x) << 3));
    let k = 0;
    while (k < stopCount - 2 && t > load<f64>(stops + ((<usize>(k + 1)) << 5))) k++;
    const a = stops + ((<usize>k) << 5);
    const b = stops + ((<usize>min(k + 1, stopCount - 1)) << 5);
    const from = load<f64>(a);
    const to = load<f64>(b);
    const share = to > from ? min(1.0, max(0.0, (t - from) / (to - from))) : t < from ? 0.0 : 1.0;
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
    const light = min(1.0, max(0.0, (r * wr + g * wg + blue * wb) / 32768.0));
    store<u16>(out + ((<usize>x) << 1), <u16>Math.floor(65535.0 * (1.0 - (1.0 - light)) + 0.5));
  }
}
