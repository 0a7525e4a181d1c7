/** Weights of four values that lie one apart, so that a cubic through them is read between the second and the third. */
export type CubicWeights = readonly [number, number, number, number];

/** The weights at `t` of the way from the second value to the third one (Lagrange's formula). */
export const cubicWeights = (t: number): CubicWeights => [
  (-t * (t - 1) * (t - 2)) / 6,
  ((t + 1) * (t - 1) * (t - 2)) / 2,
  (-(t + 1) * t * (t - 2)) / 2,
  ((t + 1) * t * (t - 1)) / 6,
];

/** How the cubic grows there, for a way of 1 from value to value. */
export const cubicSlopes = (t: number): CubicWeights => [
  (-3 * t * t + 6 * t - 2) / 6,
  (3 * t * t - 4 * t - 1) / 2,
  (-3 * t * t + 2 * t + 2) / 2,
  (3 * t * t - 1) / 6,
];
