/** The shared arithmetic of means under display pixels; pixel x covers left + x · scale to left + (x + 1) · scale. */

/** The first pixel that reaches past a display pixel. */
// @ts-ignore: decorator
@inline
export function edgeOf(display: i32, left: f64, scale: f64): i32 {
  return <i32>Math.ceil((<f64>(display + 1) - left) / scale) - 1;
}

/** Share of pixel x that lies in a display pixel which it reaches past. */
// @ts-ignore: decorator
@inline
export function shareIn(display: i32, x: i32, left: f64, scale: f64): f32 {
  return <f32>max(0, min(1, (<f64>(display + 1) - (left + <f64>x * scale)) / scale));
}

/** out[display] += sum · weight, four floats. */
// @ts-ignore: decorator
@inline
export function addTo(out: usize, display: i32, sum: v128, weight: v128): void {
  const at = out + ((<usize>display) << 4);
  v128.store(at, f32x4.add(v128.load(at), f32x4.mul(sum, weight)));
}
