import { dispersedOrder } from '../../periodic/dispersed-order.ts';
import { cosine, sine } from '../../../math/exact.ts';
import { rankKey, ranksOf } from '../../periodic/rank.ts';
import type { ThresholdTile } from '../../periodic/threshold-tile.ts';

/** A square of ranks 0 .. n² − 1 as thresholds floor((rank + ½) / n² · 65535). */
export function tileOfRanks(ranks: ArrayLike<number>, side: number): ThresholdTile {
  const area = side * side;
  const data = Uint16Array.from({ length: area }, (_, k) => Math.floor(((ranks[k]! + 0.5) / area) * 65535));
  return { rows: side, period: side, shift: 0, data, area };
}

/** Ordered matrices of Bayer 1973, side a power of two: M2 = [0 2; 3 1], M2n = [4M, 4M+2; 4M+3, 4M+1]. */
export const bayerTile = (side: number): ThresholdTile => tileOfRanks(dispersedOrder(side), side);

/**
 * Clustered ordered matrices: two dots to the square, so that they stand on a grid at 45° (common
 * practice); the ranks follow a sum of two waves, and the two dots take turns.
 */
export function clusteredTile(side: number): ThresholdTile {
  const keys = new Uint32Array(side * side);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const u = (2 * Math.PI * (x + 0.5 + y + 0.5)) / side;
      const v = (2 * Math.PI * (x - y)) / side;
      // A slight slant decides between pixels of one distance, the same way in both dots.
      const slant = 0.02 * sine(u) + 0.013 * sine(v);
      keys[y * side + x] = rankKey((-cosine(u) + cosine(v)) / 2 + slant, x, y);
    }
  }
  return tileOfRanks(ranksOf(keys), side);
}
