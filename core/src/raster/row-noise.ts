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
  let cell = Number.NaN;
  let [left, right] = [0, 0];
  const column = (i: number): number => {
    const top = hashShare(i, j, seed);
    return weight * (top + down * (hashShare(i, j + 1, seed) - top));
  };
  for (let k = 0; k < out.length; k++) {
    const x = x0 + k * step;
    const i = Math.floor(x);
    if (i !== cell) {
      left = i === cell + 1 ? right : column(i);
      right = column(i + 1);
      cell = i;
    }
    out[k]! += left + smooth(x - i) * (right - left);
  }
}
