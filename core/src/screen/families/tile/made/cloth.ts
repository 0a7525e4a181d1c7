import type { MadeTile } from './made-tile.ts';
import { noise, wrapped } from './wrapped-noise.ts';

const THREADS = 8;

/** A weave of THREADS by THREADS threads: `over` says whether the upright thread lies on top at a crossing. */
const weave = (over: (column: number, row: number) => boolean, seed: number) => (u: number, v: number) => {
  const [x, y] = [u * THREADS, v * THREADS];
  const [i, j] = [wrapped(Math.floor(x), THREADS), wrapped(Math.floor(y), THREADS)];
  const upright = over(i, j);
  const across = upright ? x - Math.floor(x) : y - Math.floor(y);
  const along = upright ? y - Math.floor(y) : x - Math.floor(x);
  const before = upright ? over(i, wrapped(j - 1, THREADS)) : !over(wrapped(i - 1, THREADS), j);
  const after = upright ? over(i, wrapped(j + 1, THREADS)) : !over(wrapped(i + 1, THREADS), j);
  // A thread is light on its back and dark where it dives under the next one.
  const side = Math.abs(2 * across - 1);
  const ends = Math.max(before === upright || upright === false ? 0 : 1 - along / 0.5, after ? 0 : (along - 0.5) / 0.5);
  const dive = Math.max(0, before ? 0 : 1 - 2.2 * along, after ? 0 : 2.2 * along - 1.2, 0.3 * ends);
  const fibre = upright ? noise(u, v, 48, 8, seed) : noise(u, v, 8, 48, seed);
  return 0.12 + 0.5 * side * side * side + 0.4 * dive + 0.16 * (fibre - 0.5) + (upright ? 0.1 : 0);
};

/** Over one, under one. */
export const plainWeave: MadeTile = {
  name: 'plain-weave',
  label: 'Linen',
  about: 'Plain weave: each thread over one and under one.',
  group: 'Cloth',
  cells: THREADS,
  darkness: (seed) => weave((column, row) => (column + row) % 2 === 0, seed),
};

/** Over two, under two, moved by one a row: the slanting ribs of denim. */
export const twill: MadeTile = {
  name: 'twill',
  label: 'Twill',
  about: 'Threads over two and under two in slanting ribs.',
  group: 'Cloth',
  cells: THREADS,
  darkness: (seed) => weave((column, row) => (column + row) % 4 < 2, seed),
};

/** Pairs of threads together. */
export const basketWeave: MadeTile = {
  name: 'basket-weave',
  label: 'Basket',
  about: 'Pairs of threads over and under together.',
  group: 'Cloth',
  cells: THREADS,
  darkness: (seed) => weave((column, row) => ((column >> 1) + (row >> 1)) % 2 === 0, seed),
};
