/**
 * Elementary functions built only from IEEE 754 additions, multiplications, divisions and square
 * roots, whose results the standard fixes to the last bit. `Math.cos` and its kin may differ from
 * one JavaScript engine to the next, and a plate made in the browser must equal the server's.
 * Accuracy is better than 1e-12 over the ranges used here (checked against Math in the tests).
 */

const HALF_PI_HIGH = 1.5707963267341256;
const HALF_PI_LOW = 6.077100506506192e-11;
const LN2_HIGH = 0.6931471803691238;
const LN2_LOW = 1.9082149292705877e-10;

function sineSeries(r: number): number {
  const s = r * r;
  let sum = 0;
  for (let k = 15; k >= 1; k -= 2) sum = 1 - (s / ((k + 1) * (k + 2))) * sum;
  return r * sum;
}

function cosineSeries(r: number): number {
  const s = r * r;
  let sum = 0;
  for (let k = 14; k >= 0; k -= 2) sum = 1 - (s / ((k + 1) * (k + 2))) * sum;
  return sum;
}

/** Cosine of an angle in radians, |angle| below 1e6. */
export function cosine(angle: number): number {
  const turns = Math.round(angle / (HALF_PI_HIGH + HALF_PI_LOW));
  const r = angle - turns * HALF_PI_HIGH - turns * HALF_PI_LOW;
  switch (((turns % 4) + 4) % 4) {
    case 0:
      return cosineSeries(r);
    case 1:
      return -sineSeries(r);
    case 2:
      return -cosineSeries(r);
    default:
      return sineSeries(r);
  }
}

/** Sine of an angle in radians, |angle| below 1e6. */
export function sine(angle: number): number {
  const turns = Math.round(angle / (HALF_PI_HIGH + HALF_PI_LOW));
  const r = angle - turns * HALF_PI_HIGH - turns * HALF_PI_LOW;
  switch (((turns % 4) + 4) % 4) {
    case 0:
      return sineSeries(r);
    case 1:
      return cosineSeries(r);
    case 2:
      return -sineSeries(r);
    default:
      return -cosineSeries(r);
  }
}

/** The cosine and the sine of an angle. */
export interface Turn {
  cos: number;
  sin: number;
}

/** Coefficients of the series of both by the square of the angle, from the last one on: 1 over factorials by turns of sign. */
const COSINES = seriesOf(0);
const SINES = seriesOf(1);

function seriesOf(first: number): readonly number[] {
  const all = [1];
  for (let k = first + 1; k < first + 16; k += 2) all.unshift(-all[0]! / (k * (k + 1)));
  return all;
}

/** Writes the cosine and the sine of an angle in radians, |angle| below 1e6, from one reduction to a quarter turn. */
export function turnBy(angle: number, out: Turn): void {
  const turns = Math.round(angle / (HALF_PI_HIGH + HALF_PI_LOW));
  const r = angle - turns * HALF_PI_HIGH - turns * HALF_PI_LOW;
  const square = r * r;
  let [c, s] = [0, 0];
  for (let k = 0; k < COSINES.length; k++) {
    c = c * square + COSINES[k]!;
    s = s * square + SINES[k]!;
  }
  s *= r;
  const quarter = turns & 3;
  out.cos = quarter === 0 ? c : quarter === 1 ? -s : quarter === 2 ? -c : s;
  out.sin = quarter === 0 ? s : quarter === 1 ? c : quarter === 2 ? -s : -c;
}

/** Natural logarithm of x > 0. */
export function logarithm(x: number): number {
  let m = x;
  let e = 0;
  while (m >= 1.5) {
    m /= 2;
    e++;
  }
  while (m < 0.75) {
    m *= 2;
    e--;
  }
  const z = (m - 1) / (m + 1);
  const s = z * z;
  let sum = 0;
  for (let k = 21; k >= 1; k -= 2) sum = 1 / k + s * sum;
  return e * LN2_HIGH + (e * LN2_LOW + 2 * z * sum);
}

/** e to the power x, |x| below 700. */
export function exponential(x: number): number {
  const n = Math.round(x / (LN2_HIGH + LN2_LOW));
  const r = x - n * LN2_HIGH - n * LN2_LOW;
  let sum = 1;
  for (let k = 16; k >= 1; k--) sum = 1 + (r / k) * sum;
  let scale = 1;
  for (let k = 0; k < Math.abs(n); k++) scale *= 2;
  return n < 0 ? sum / scale : sum * scale;
}

/** base to the power exponent, base >= 0. */
export function power(base: number, exponent: number): number {
  if (exponent === 1) return base;
  if (base === 0) return exponent === 0 ? 1 : 0;
  return exponential(exponent * logarithm(base));
}

/** Arc tangent of 0 <= z <= 1: halved twice, then the series. */
function smallArcTangent(z: number): number {
  const once = z / (1 + Math.sqrt(1 + z * z));
  const t = once / (1 + Math.sqrt(1 + once * once));
  const s = t * t;
  let sum = 0;
  for (let k = 17; k >= 1; k -= 2) sum = 1 / k - s * sum;
  return 4 * t * sum;
}

/** Angle in radians of the direction (x, y), -π..π, as atan2 gives it; 0 at the origin. */
export function arcTangent(y: number, x: number): number {
  const [a, b] = [Math.abs(x), Math.abs(y)];
  if (a === 0 && b === 0) return 0;
  let angle = b <= a ? smallArcTangent(b / a) : HALF_PI_HIGH + HALF_PI_LOW - smallArcTangent(a / b);
  if (x < 0) angle = 2 * (HALF_PI_HIGH + HALF_PI_LOW) - angle;
  return y < 0 ? -angle : angle;
}

/** Cube root of x >= 0, by Newton's method. */
export function cubeRoot(x: number): number {
  if (x === 0) return 0;
  let scaled = x;
  let factor = 1;
  while (scaled < 0.125) {
    scaled *= 8;
    factor /= 2;
  }
  while (scaled > 1) {
    scaled /= 8;
    factor *= 2;
  }
  let root = 0.35 + 0.68 * scaled;
  for (let k = 0; k < 5; k++) root = (2 * root + scaled / (root * root)) / 3;
  return root * factor;
}

/** x² by multiplication, which every engine does alike. */
export const square = (x: number): number => x * x;
