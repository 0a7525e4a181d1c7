import { hashShare } from '../math/hash.ts';

const smooth = (t: number): number => t * t * (3 - 2 * t);

/** Smooth unevenness 0..1 over a plane, one unit from one height to the next; another seed gives another one. */
export function unevenness(x: number, y: number, seed: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [smooth(x - i), smooth(y - j)];
  const at = (a: number, b: number) => hashShare(i + a, j + b, seed);
  const top = at(0, 0) + s * (at(1, 0) - at(0, 0));
  const bottom = at(0, 1) + s * (at(1, 1) - at(0, 1));
  return top + t * (bottom - top);
}
