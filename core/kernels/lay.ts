import { addTo, edgeOf, shareIn } from './display-pixel';

/** Light of a printed row as four floats a pixel: r, g, b and 1. Each pass takes some of it away, and adds some. */

/** light[x] = start, a v128 of four floats. */
export function fillLight(light: usize, width: i32, start: usize): void {
  const colour = v128.load(start);
  for (let x = 0; x < width; x++) v128.store(light + (<usize>x << 4), colour);
}

/** light[x] = light[x] · through + adds for plates of one byte a pixel; table: four floats of each a value. */
export function layLevels(values: usize, table: usize, width: i32, light: usize): void {
  for (let x = 0; x < width; x++) {
    const at = light + (<usize>x << 4);
    const own = table + (<usize>load<u8>(values + <usize>x) << 5);
    v128.store(at, f32x4.add(f32x4.mul(v128.load(at), v128.load(own)), v128.load(own, 16)));
  }
}

/** The same for one-bit plates. */
export function layBits(bits: usize, table: usize, width: i32, light: usize): void {
  for (let x = 0; x < width; x++) {
    const bit = (<usize>load<u8>(bits + <usize>(x >> 3)) >> <usize>(7 - (x & 7))) & 1;
    const at = light + (<usize>x << 4);
    const own = table + (bit << 5);
    v128.store(at, f32x4.add(f32x4.mul(v128.load(at), v128.load(own)), v128.load(own, 16)));
  }
}

/** sums[x] += light[x] · weight. */
export function addLight(light: usize, width: i32, weight: f32, sums: usize): void {
  const by = f32x4.splat(weight);
  for (let x = 0; x < width; x++) {
    const at = sums + (<usize>x << 4);
    v128.store(at, f32x4.add(v128.load(at), f32x4.mul(v128.load(light + (<usize>x << 4)), by)));
  }
}

/** Adds a row of light to display pixels; see composeMean. */
export function lightMean(row: usize, width: i32, left: f64, scale: f64, weight: f32, out: usize): void {
  let display = <i32>Math.floor(left);
  let sum = f32x4.splat(0);
  const whole = f32x4.splat(weight);
  let edge = edgeOf(display, left, scale);
  for (let x = 0; x < width; x++) {
    const colour = v128.load(row + (<usize>x << 4));
    if (x < edge) {
      sum = f32x4.add(sum, colour);
    } else {
      const here = shareIn(display, x, left, scale);
      sum = f32x4.add(sum, f32x4.mul(colour, f32x4.splat(here)));
      addTo(out, display, sum, whole);
      sum = f32x4.mul(colour, f32x4.splat(1 - here));
      display += 1;
      edge = edgeOf(display, left, scale);
    }
  }
  addTo(out, display, sum, whole);
}
