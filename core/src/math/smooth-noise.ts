import { hashShare } from './hash.ts';

/** Smooth noise -1..1 with a lattice of random values one unit apart. */
export function smoothNoise(x: number, y: number, seed: number): number {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const ease = (f: number) => f * f * (3 - 2 * f);
  const fx = ease(x - i);
  const fy = ease(y - j);
  const a = hashShare(i, j, seed);
  const b = hashShare(i + 1, j, seed);
  const c = hashShare(i, j + 1, seed);
  const d = hashShare(i + 1, j + 1, seed);
  const top = a + (b - a) * fx;
  const bottom = c + (d - c) * fx;
  return 2 * (top + (bottom - top) * fy) - 1;
}
