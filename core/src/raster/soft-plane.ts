import { exponential, square } from '../math/exact.ts';

/** Gaussian weights, odd in number. */
function bell(sigma: number): Float64Array {
  const reach = Math.max(1, Math.ceil(3 * sigma));
  const w = Float64Array.from({ length: 2 * reach + 1 }, (_, k) => exponential(-0.5 * square((k - reach) / sigma)));
  const sum = w.reduce((a, b) => a + b, 0);
  return w.map((v) => v / sum);
}

/** A plane of floats through a Gaussian of a standard deviation in pixels; beyond its edges they go on as they are. */
export function softPlane(plane: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const w = bell(sigma);
  const reach = (w.length - 1) / 2;
  const inside = (v: number, length: number) => Math.max(0, Math.min(length - 1, v));
  const across = new Float32Array(plane.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      let sum = 0;
      const whole = x >= reach && x + reach < width;
      for (let t = -reach; t <= reach; t++) sum += w[t + reach]! * plane[row + (whole ? x + t : inside(x + t, width))]!;
      across[row + x] = sum;
    }
  }
  // Down by whole rows, so that memory is read in order.
  const out = new Float32Array(plane.length);
  const sums = new Float64Array(width);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let t = -reach; t <= reach; t++) {
      const row = inside(y + t, height) * width;
      const weight = w[t + reach]!;
      for (let x = 0; x < width; x++) sums[x]! += weight * across[row + x]!;
    }
    out.set(sums, y * width);
  }
  return out;
}
