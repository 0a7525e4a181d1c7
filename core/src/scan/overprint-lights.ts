import { overprintColours } from '../colour/overprint.ts';
import type { LinearRgb } from '../colour/srgb.ts';

/** Light of every combination of transparent inks on a stock: three values a code, bit k is ink k. */
export const overprintLights = (stock: LinearRgb, through: readonly LinearRgb[]): Float64Array =>
  overprintColours(
    stock,
    through.map((share) => ({ through: share, adds: [0, 0, 0] })),
  );

/** The light of one combination. */
export const lightAt = (lights: ArrayLike<number>, code: number): LinearRgb => [
  lights[3 * code]!,
  lights[3 * code + 1]!,
  lights[3 * code + 2]!,
];
