/**
 * Weighted sums of floats at fixed distances: out[k] = Σ weights[t] · data[k + offsets[t]]. `offsets` are 32-bit, in bytes;
 * `data` points to the place of the first sum.
 */
export function tapSums(data: usize, offsets: usize, weights: usize, taps: i32, count: i32, out: usize): void {
  let k = 0;
  for (; k + 16 <= count; k += 16) {
    let a = f32x4.splat(0);
    let b = f32x4.splat(0);
    let c = f32x4.splat(0);
    let d = f32x4.splat(0);
    for (let t = 0; t < taps; t++) {
      const at = data + <usize>load<i32>(offsets + ((<usize>t) << 2));
      const w = v128.load_splat<f32>(weights + ((<usize>t) << 2));
      a = f32x4.add(a, f32x4.mul(w, v128.load(at)));
      b = f32x4.add(b, f32x4.mul(w, v128.load(at, 16)));
      c = f32x4.add(c, f32x4.mul(w, v128.load(at, 32)));
      d = f32x4.add(d, f32x4.mul(w, v128.load(at, 48)));
    }
    v128.store(out, a);
    v128.store(out, b, 16);
    v128.store(out, c, 32);
    v128.store(out, d, 48);
    data += 64;
    out += 64;
  }
  for (; k < count; k++) {
    let sum: f32 = 0;
    for (let t = 0; t < taps; t++) {
      const at = data + <usize>load<i32>(offsets + ((<usize>t) << 2));
      sum += load<f32>(weights + ((<usize>t) << 2)) * load<f32>(at);
    }
    store<f32>(out, sum);
    data += 4;
    out += 4;
  }
}
