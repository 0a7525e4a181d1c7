import { cubeRoot } from '../math/exact.ts';
import { apply, inverse, type Matrix, times, type Triple } from './matrix.ts';
import type { LinearRgb } from './srgb.ts';

/** CIE 1976 L*a*b* under D50, as print measures it (ISO 13655). */
export type Lab = readonly [number, number, number];

/** XYZ of a white with the chromaticity x, y, where Y is 1. */
const whiteOf = (x: number, y: number): Triple => [x / y, 1, (1 - x - y) / y];

/** The white of print: D50 as the ICC profile connection space rounds it (ICC.1). */
const D50: Triple = [0.9642, 1, 0.8249];
/** The white of sRGB: D65, x 0.3127, y 0.3290 (IEC 61966-2-1). */
const D65 = whiteOf(0.3127, 0.329);

/** XYZ of linear light by the chromaticities of its primaries and white (ITU-R BT.709, as IEC 61966-2-1 has them). */
function xyzOfPrimaries(red: Triple, green: Triple, blue: Triple, white: Triple): Matrix {
  const m: Matrix = [red[0], green[0], blue[0], red[1], green[1], blue[1], red[2], green[2], blue[2]];
  const [r, g, b] = apply(inverse(m), white);
  return [m[0] * r, m[1] * g, m[2] * b, m[3] * r, m[4] * g, m[5] * b, m[6] * r, m[7] * g, m[8] * b];
}

/** From one white to another by the Bradford transform (Lam 1985, as in ICC.1 annex E). */
function adapted(from: Triple, to: Triple): Matrix {
  const cone: Matrix = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];
  const [a, b] = [apply(cone, from), apply(cone, to)];
  const scale: Matrix = [b[0] / a[0], 0, 0, 0, b[1] / a[1], 0, 0, 0, b[2] / a[2]];
  return times(inverse(cone), times(scale, cone));
}

const SRGB_TO_D50 = times(
  adapted(D65, D50),
  xyzOfPrimaries(whiteOf(0.64, 0.33), whiteOf(0.3, 0.6), whiteOf(0.15, 0.06), D65),
);
const D50_TO_SRGB = inverse(SRGB_TO_D50);

const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;

const lift = (t: number): number => (t > EPSILON ? cubeRoot(t) : (KAPPA * t + 16) / 116);
const lower = (f: number): number => (f * f * f > EPSILON ? f * f * f : (116 * f - 16) / KAPPA);

/** L*a*b* (D50) of linear sRGB light, which may lie outside 0..1 (CIE 15). */
export function labOfLight(light: LinearRgb): [number, number, number] {
  const [x, y, z] = apply(SRGB_TO_D50, light);
  const [fx, fy, fz] = [lift(x / D50[0]), lift(y / D50[1]), lift(z / D50[2])];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/** Linear sRGB light of L*a*b* (D50); outside 0..1 where sRGB does not reach. */
export function lightOfLab([L, a, b]: Lab): [number, number, number] {
  const fy = (L + 16) / 116;
  return apply(D50_TO_SRGB, [D50[0] * lower(fy + a / 500), D50[1] * lower(fy), D50[2] * lower(fy - b / 200)]);
}
