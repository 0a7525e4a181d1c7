import { type KnownOverprint, overprintColours, type PrintedInk } from '../colour/overprint.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import { power } from '../math/exact.ts';
import { type Overlaps, overlapTerm } from './overlaps.ts';

/** What a set of inks prints on a stock: the light of all their overprints, and how light mixes between them. */
export interface PrintModel {
  readonly inks: number;
  /** The Yule–Nielsen value n: 1 without spread of light in the stock; 1.5 to 2 is usual for paper. */
  readonly n: number;
  /** Light of each overprint to the power 1/n, three a code; bit k of a code is ink k. */
  readonly corners: Float64Array;
  /** What the plates of screens that keep step share beyond chance; none if left out. */
  readonly overlaps?: Overlaps | null;
}

/** The power of light that may lie a little below 0 where sRGB does not reach. */
export function signedPower(x: number, exponent: number): number {
  if (exponent === 1) return x;
  return x < 0 ? -power(-x, exponent) : power(x, exponent);
}

export function createPrintModel(
  stock: LinearRgb,
  inks: readonly PrintedInk[],
  known: readonly KnownOverprint[] = [],
  n = 1,
): PrintModel {
  const corners = overprintColours(stock, inks, known).map((light) => signedPower(light, 1 / n));
  return { inks: inks.length, n, corners };
}

/**
 * Shares of the area that each overprint has when dots fall independently of each other (Demichel 1924):
 * 2^n weights that sum to one, for coverages 0..1.
 */
export function demichelWeights(coverages: ArrayLike<number>): Float64Array {
  const weights = new Float64Array(1 << coverages.length);
  weights[0] = 1;
  for (let k = 0; k < coverages.length; k++) {
    const a = coverages[k]!;
    for (let code = 0; code < 1 << k; code++) {
      weights[code + (1 << k)] = weights[code]! * a;
      weights[code]! *= 1 - a;
    }
  }
  return weights;
}

/**
 * Light that coverages print, in linear sRGB: overprints weighted by their areas (Neugebauer 1937), mixed
 * in the power 1/n of light (Yule & Nielsen 1951), and by what screens that keep step share beyond chance.
 */
export function predict(model: PrintModel, coverages: ArrayLike<number>): [number, number, number] {
  const { corners, n, overlaps } = model;
  const weights = demichelWeights(coverages);
  const out: [number, number, number] = [0, 0, 0];
  for (let code = 0; code < weights.length; code++) {
    for (let c = 0; c < 3; c++) out[c]! += weights[code]! * corners[3 * code + c]!;
  }
  if (overlaps) {
    const term = overlapTerm(model, overlaps, coverages);
    for (let c = 0; c < 3; c++) out[c]! += term[c]!;
  }
  return [signedPower(out[0], n), signedPower(out[1], n), signedPower(out[2], n)];
}
