/** Shares of linear red, green and blue in luminance (IEC 61966-2-1, from ITU-R BT.709). */
export const LUMINANCE = [0.2126, 0.7152, 0.0722] as const;

/** The same in 1/32768, for sums in whole numbers; they sum to 32768. */
export const LUMINANCE_WEIGHTS: readonly [number, number, number] = [6966, 23436, 2366];

/** Luminance of linear light. */
export const luminance = (r: number, g: number, b: number): number =>
  LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b;
