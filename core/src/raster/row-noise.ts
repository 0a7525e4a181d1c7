import { hashShare } from '../math/hash.ts';

const smooth = (t: number): number => t * t * (3 - 2 * t);

/**
 * Adds smooth unevenness 0..weight along a row to `out`: pixel k lies at x0 + k · step. One unit from one height of the
 * noise to the next. Equal places get equal values, however a row is cut.
 */
export function addNoiseRow(
  out: Float64Array,
  x0: number,
  step: number,
  y: number,
  seed: number,
  weight: number,
): void {
  const j = Math.floor(y);
  const down = smooth(y - j);
  const column = (i: number): number => {
    const top = hashShare(i, j, seed);
    return weight * (top + down * (hashShare(i, j + 1, seed) - top));
  };
  let last = Number.NaN;
  let right = 0;
  for (let k = 0; k < out.length; ) {
    const i = Math.floor(x0 + k * step);
    const left = i === last + 1 ? right : column(i);
    right = column(i + 1);
    last = i;
    const rise = right - left;
    // All points of one cell in a row: nothing but sums and products.
    for (; k < out.length; k++) {
      const t = x0 + k * step - i;
      if (t >= 1) break;
      out[k]! += left + t * t * (3 - 2 * t) * rise;
    }
  }
}
