import { apply, inverse, type Matrix, times, type Triple } from './matrix.ts';

/** A chromaticity x, y (CIE 1931). */
export type Chromaticity = readonly [number, number];

/** What red, green and blue of a picture stand for. */
export interface Primaries {
  readonly red: Chromaticity;
  readonly green: Chromaticity;
  readonly blue: Chromaticity;
  readonly white: Chromaticity;
}

/** The primaries of ITU-R BT.709 with the white D65, as IEC 61966-2-1 has them. */
export const SRGB_PRIMARIES: Primaries = {
  red: [0.64, 0.33],
  green: [0.3, 0.6],
  blue: [0.15, 0.06],
  white: [0.3127, 0.329],
};

/** XYZ of a chromaticity where Y is 1. */
export const xyzOf = ([x, y]: Chromaticity): Triple => [x / y, 1, (1 - x - y) / y];

/** XYZ of linear light by the chromaticities of its primaries and white. */
export function xyzOfPrimaries(from: Primaries): Matrix {
  const [red, green, blue] = [xyzOf(from.red), xyzOf(from.green), xyzOf(from.blue)];
  const m: Matrix = [red[0], green[0], blue[0], red[1], green[1], blue[1], red[2], green[2], blue[2]];
  const [r, g, b] = apply(inverse(m), xyzOf(from.white));
  return [m[0] * r, m[1] * g, m[2] * b, m[3] * r, m[4] * g, m[5] * b, m[6] * r, m[7] * g, m[8] * b];
}

/** From one white to another by the Bradford transform (Lam 1985, as in ICC.1 annex E). */
export function adapted(from: Triple, to: Triple): Matrix {
  const cone: Matrix = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];
  const [a, b] = [apply(cone, from), apply(cone, to)];
  const scale: Matrix = [b[0] / a[0], 0, 0, 0, b[1] / a[1], 0, 0, 0, b[2] / a[2]];
  return times(inverse(cone), times(scale, cone));
}

/** From linear light by some primaries to linear sRGB light, white to white. */
export const toSrgbLight = (from: Primaries): Matrix =>
  times(
    inverse(xyzOfPrimaries(SRGB_PRIMARIES)),
    times(adapted(xyzOf(from.white), xyzOf(SRGB_PRIMARIES.white)), xyzOfPrimaries(from)),
  );
