import { cubeRoot } from '../math/exact.ts';
import { apply, inverse, times, type Triple } from './matrix.ts';
import { adapted, SRGB_PRIMARIES, xyzOf, xyzOfPrimaries } from './primaries.ts';
import type { LinearRgb } from './srgb.ts';

/** CIE 1976 L*a*b* under D50, as print measures it (ISO 13655). */
export type Lab = readonly [number, number, number];

/** The white of print: D50 as the ICC profile connection space rounds it (ICC.1). */
const D50: Triple = [0.9642, 1, 0.8249];

const SRGB_TO_D50 = times(adapted(xyzOf(SRGB_PRIMARIES.white), D50), xyzOfPrimaries(SRGB_PRIMARIES));
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
