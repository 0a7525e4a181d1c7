import { hashShare } from '../../../../math/hash.ts';

const smooth = (t: number): number => t * t * t * (t * (6 * t - 15) + 10);

/** The whole number k taken into 0 .. n − 1. */
export const wrapped = (k: number, n: number): number => ((k % n) + n) % n;

/** Smooth noise 0..1 with `across` by `down` cells in a tile of 1 by 1, which goes on without a seam. */
export function noise(u: number, v: number, across: number, down: number, seed: number): number {
  const [x, y] = [u * across, v * down];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [smooth(x - i), smooth(y - j)];
  const at = (a: number, b: number) => hashShare(wrapped(i + a, across), wrapped(j + b, down), seed);
  const top = at(0, 0) + s * (at(1, 0) - at(0, 0));
  const bottom = at(0, 1) + s * (at(1, 1) - at(0, 1));
  return top + t * (bottom - top);
}

/** Layers of noise, each twice as fine and half as strong as the one before, 0..1. */
export function layers(u: number, v: number, across: number, down: number, count: number, seed: number): number {
  let [sum, weight, whole] = [0, 1, 0];
  for (let k = 0; k < count; k++) {
    sum += weight * noise(u, v, across << k, down << k, seed + 31 * k);
    whole += weight;
    weight /= 2;
  }
  return sum / whole;
}

/** Noise −1..1 that moves places a little, so that straight things bend. */
export const sway = (u: number, v: number, cells: number, seed: number): number =>
  2 * layers(u, v, cells, cells, 2, seed) - 1;

/** Noise 0..1 of two grids turned against each other, so that no direction shows. */
export const turnedNoise = (u: number, v: number, cells: number, seed: number): number =>
  0.5 *
  (noise(u, v, cells, cells, seed) + noise(u + v, v - u, Math.round(cells * 0.7), Math.round(cells * 0.7), seed + 13));
