/**
 * Which lattice cell a pixel lies in: (floor(u / d), floor(v / d)), where u and v grow by
 * `du`, `dv` from one pixel to the next. All are whole numbers kept in f64, so the floors are
 * exact. Sums are f64 pairs (tone, pixels) in a grid of `columns` cells that starts at (c0, r0).
 */
export function cellSums(
  tones: usize, count: i32, u: f64, v: f64, du: f64, dv: f64, d: f64,
  c0: i32, r0: i32, columns: i32, sums: usize,
): void {
  for (let k = 0; k < count; k++) {
    const cell = (<i32>Math.floor(v / d) - r0) * columns + <i32>Math.floor(u / d) - c0;
    const at = sums + ((<usize>cell) << 4);
    v128.store(at, f64x2.add(v128.load(at), f64x2(<f64>load<u16>(tones), 1)));
    tones += 2;
    u += du;
    v += dv;
  }
}

/** out[k] = means[cell of pixel k], with the cells numbered as in `cellSums`. */
export function cellSpread(
  means: usize, count: i32, u: f64, v: f64, du: f64, dv: f64, d: f64,
  c0: i32, r0: i32, columns: i32, out: usize,
): void {
  for (let k = 0; k < count; k++) {
    const cell = (<i32>Math.floor(v / d) - r0) * columns + <i32>Math.floor(u / d) - c0;
    store<u16>(out, load<u16>(means + ((<usize>cell) << 1)));
    out += 2;
    u += du;
    v += dv;
  }
}
