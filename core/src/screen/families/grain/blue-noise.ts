import type { ThresholdTile } from '../../periodic/threshold-tile.ts';
import { BLUE_NOISE_64 } from './blue-noise-64-data.ts';
import { BLUE_NOISE_128 } from './blue-noise-128-data.ts';
import { tileOfRanks } from './ordered.ts';

function ranksOf(text: string): Uint16Array {
  const binary = atob(text);
  const ranks = new Uint16Array(binary.length / 2);
  for (let k = 0; k < ranks.length; k++) ranks[k] = binary.charCodeAt(2 * k) | (binary.charCodeAt(2 * k + 1) << 8);
  return ranks;
}

const made = new Map<number, ThresholdTile>();

/** Blue noise by void-and-cluster (Ulichney 1993), 64 or 128 pixels a side; scripts/make-blue-noise.mjs made it. */
export function blueNoiseTile(side: 64 | 128): ThresholdTile {
  // Read from the text once; tiles are never written to.
  const tile = made.get(side) ?? tileOfRanks(ranksOf(side === 64 ? BLUE_NOISE_64 : BLUE_NOISE_128), side);
  made.set(side, tile);
  return tile;
}
