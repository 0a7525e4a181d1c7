import type { LinearRgb } from '../colour/srgb.ts';
import { type PrintModel, signedPower } from './model.ts';

/**
 * A base goes with the inks above it. Its plate prints wherever one of them does, so that every ink lies on it, and
 * of what the inks leave open it prints a share of its own: the base that shows, where art is as light as the base.
 * In tables three planes stand after the inks: that share, what the inks leave open, and where anything prints at all.
 */

/**
 * What inks print together with a base under them: the inks of `onBase`, then the base that shows. Only where no ink
 * prints does it matter whether there is a base; the stock is bare there without one.
 */
export function modelWithBase(onBase: PrintModel, stock: LinearRgb): PrintModel {
  const { inks, n, corners, overlaps } = onBase;
  const both = new Float64Array(2 * corners.length);
  both.set(corners, 0);
  both.set(corners, corners.length);
  for (let c = 0; c < 3; c++) both[c] = signedPower(stock[c]!, 1 / n);
  return { inks: inks + 1, n, corners: both, overlaps };
}

/** Area that a base covers, 0..1, under inks of these coverages that fall independently of each other; what shows is last. */
export function baseCoverage(coverages: ArrayLike<number>): number {
  let open = 1;
  for (let k = 0; k < coverages.length; k++) open *= 1 - coverages[k]!;
  return 1 - open;
}

/** Ink on one spot as an average over a cell, the base counted, when the last of the coverages is the base that shows. */
export function totalInk(coverages: ArrayLike<number>, withBase: boolean): number {
  const inks = coverages.length - (withBase ? 1 : 0);
  let sum = withBase ? baseCoverage(coverages) : 0;
  for (let k = 0; k < inks; k++) sum += coverages[k]!;
  return sum;
}

/** Less ink than this is none. */
const LEAST_PRINTED = 1e-3;

/** Fills the planes of a base after its inks: `out` has the coverages of `inks` inks and the base that shows. */
export function fillBasePlanes(out: Float64Array, inks: number): void {
  let open = 1;
  for (let k = 0; k < inks; k++) open *= 1 - out[k]!;
  out[inks + 1] = open;
  out[inks + 2] = 1 - open * (1 - out[inks]!) > LEAST_PRINTED ? 1 : 0;
}

/** Planes that a table has beside those of its inks when they lie on a base. */
export const BASE_PLANES = 3;
