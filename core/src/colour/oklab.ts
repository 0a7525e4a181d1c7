import { cubeRoot } from '../math/exact.ts';

/** Linear sRGB to the cone responses of OKLab, row by row (Ottosson, A perceptual color space for image processing, 2020). */
export const CONES = [
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566, 0.0883024619, 0.2817188376,
  0.6299787005,
] as const;

/** Cube roots of the cone responses to L, a and b, row by row. */
export const AXES = [
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371, 0.7827717662,
  -0.808675766,
] as const;

/** OKLab of linear sRGB light; writes L, a, b to `out` from `at` on. Negative cone responses count as 0. */
export function oklabOfLight(r: number, g: number, b: number, out: Float64Array | number[], at = 0): void {
  const l = cubeRoot(Math.max(0, CONES[0] * r + CONES[1] * g + CONES[2] * b));
  const m = cubeRoot(Math.max(0, CONES[3] * r + CONES[4] * g + CONES[5] * b));
  const s = cubeRoot(Math.max(0, CONES[6] * r + CONES[7] * g + CONES[8] * b));
  out[at] = AXES[0] * l + AXES[1] * m + AXES[2] * s;
  out[at + 1] = AXES[3] * l + AXES[4] * m + AXES[5] * s;
  out[at + 2] = AXES[6] * l + AXES[7] * m + AXES[8] * s;
}

/** Linear sRGB light of OKLab; may lie outside 0..1. */
export function lightOfOklab(L: number, a: number, b: number): [number, number, number] {
  const l = cube(L + 0.3963377774 * a + 0.2158037573 * b);
  const m = cube(L - 0.1055613458 * a - 0.0638541728 * b);
  const s = cube(L - 0.0894841775 * a - 1.291485548 * b);
  return [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
}

/** x³ by multiplication, which every engine does alike. */
function cube(x: number): number {
  return x * x * x;
}
