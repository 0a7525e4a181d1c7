/** Elementary functions of IEEE 754 operations alone: the same, to the last bit, as in src/math/exact.ts. */

const LN2_HIGH: f64 = 0.6931471803691238;
const LN2_LOW: f64 = 1.9082149292705877e-10;

/** The nearest whole number; halves go up. */
// @ts-ignore: decorator
@inline
function nearest(x: f64): f64 {
  const low = Math.floor(x);
  return x - low >= 0.5 ? low + 1 : low;
}

function logarithm(x: f64): f64 {
  let m = x;
  let e: f64 = 0;
  while (m >= 1.5) { m /= 2; e += 1; }
  while (m < 0.75) { m *= 2; e -= 1; }
  const z = (m - 1) / (m + 1);
  const s = z * z;
  let sum: f64 = 0;
  for (let k = 21; k >= 1; k -= 2) sum = 1.0 / <f64>k + s * sum;
  return e * LN2_HIGH + (e * LN2_LOW + 2 * z * sum);
}

function exponential(x: f64): f64 {
  const n = nearest(x / (LN2_HIGH + LN2_LOW));
  const r = x - n * LN2_HIGH - n * LN2_LOW;
  let sum: f64 = 1;
  for (let k = 16; k >= 1; k--) sum = 1 + (r / <f64>k) * sum;
  let scale: f64 = 1;
  for (let k: f64 = 0; k < Math.abs(n); k += 1) scale *= 2;
  return n < 0 ? sum / scale : sum * scale;
}

/** base to the power exponent, base >= 0. */
export function power(base: f64, exponent: f64): f64 {
  if (exponent == 1) return base;
  if (base == 0) return exponent == 0 ? 1 : 0;
  return exponential(exponent * logarithm(base));
}

/** Cube root of x >= 0, by Newton's method. */
export function cubeRoot(x: f64): f64 {
  if (x == 0) return 0;
  let scaled = x;
  let factor: f64 = 1;
  // Powers of two, which lose nothing.
  while (scaled < 0.001953125) { scaled *= 512; factor *= 0.125; }
  while (scaled < 0.125) { scaled *= 8; factor *= 0.5; }
  while (scaled > 1) { scaled *= 0.125; factor *= 2; }
  let root = 0.35 + 0.68 * scaled;
  for (let k = 0; k < 5; k++) root = (2 * root + scaled / (root * root)) / 3;
  return root * factor;
}
