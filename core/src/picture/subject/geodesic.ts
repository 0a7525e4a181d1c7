import type { Reduced } from './reduced.ts';

/** Sweeps there and back until distances have settled on real pictures. */
const SWEEPS = 3;
/** What a step costs on an even ground: so that far is further than near. */
const STEP = 0.004;
const FAR = 1e6;

/**
 * Distance of every pixel from those of one kind along the cheapest way through the picture, where a step costs as much as
 * the colour changes (Bai and Sapiro, "A geodesic framework for fast interactive image and video segmentation and
 * matting", ICCV 2007). By sweeps there and back (Borgefors 1986).
 */
export function geodesicDistances({ width, height, steps }: Reduced, known: Uint8Array, kind: number): Float32Array {
  const size = width * height;
  const out = new Float32Array(size).fill(FAR);
  for (let k = 0; k < size; k++) if (known[k] === kind) out[k] = 0;
  const straight = STEP;
  const slanting = STEP * Math.SQRT2;
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    for (let y = 0, k = 0; y < height; y++) {
      for (let x = 0; x < width; x++, k++) {
        let best = out[k]!;
        if (x > 0) best = Math.min(best, out[k - 1]! + steps[4 * (k - 1)]! + straight);
        if (y > 0) {
          const n = k - width;
          best = Math.min(best, out[n]! + steps[4 * n + 2]! + straight);
          if (x > 0) best = Math.min(best, out[n - 1]! + steps[4 * (n - 1) + 3]! + slanting);
          if (x < width - 1) best = Math.min(best, out[n + 1]! + steps[4 * (n + 1) + 1]! + slanting);
        }
        out[k] = best;
      }
    }
    for (let y = height - 1, k = size - 1; y >= 0; y--) {
      for (let x = width - 1; x >= 0; x--, k--) {
        let best = out[k]!;
        if (x < width - 1) best = Math.min(best, out[k + 1]! + steps[4 * k]! + straight);
        if (y < height - 1) {
          const n = k + width;
          best = Math.min(best, out[n]! + steps[4 * k + 2]! + straight);
          if (x < width - 1) best = Math.min(best, out[n + 1]! + steps[4 * k + 3]! + slanting);
          if (x > 0) best = Math.min(best, out[n - 1]! + steps[4 * k + 1]! + slanting);
        }
        out[k] = best;
      }
    }
  }
  return out;
}
