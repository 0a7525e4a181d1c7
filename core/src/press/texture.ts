import { hashShare } from '../math/hash.ts';
import type { Stock } from '../job/types.ts';

/** How much of its light a stock gives back at a place in mm: one on the whole, a little more or less by its texture. */
export type Texture = (x: number, y: number) => number;

const smooth = (t: number): number => t * t * (3 - 2 * t);

function soft(x: number, y: number, seed: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [smooth(x - i), smooth(y - j)];
  const at = (a: number, b: number) => hashShare(i + a, j + b, seed);
  return (at(0, 0) * (1 - s) + at(1, 0) * s) * (1 - t) + (at(0, 1) * (1 - s) + at(1, 1) * s) * t;
}

/** Fibres and clouds of paper. */
const paper: Texture = (x, y) => 0.97 + 0.03 * soft(x * 3, y * 7, 11) + 0.03 * soft(x / 4, y / 4, 12);

/** Threads of cloth, about two a mm, over and under each other. */
const cloth: Texture = (x, y) => {
  const [u, v] = [x * 2.2, y * 2.2];
  const over = (Math.floor(u) + Math.floor(v)) % 2 === 0;
  const [along, across] = over ? [u - Math.floor(u), v - Math.floor(v)] : [v - Math.floor(v), u - Math.floor(u)];
  const ridge = 4 * across * (1 - across);
  return 0.84 + 0.14 * ridge + 0.04 * soft(along * 3 + Math.floor(u) * 5, Math.floor(v) * 7, 21);
};

const TEXTURES: Readonly<Record<Stock['texture'], Texture | null>> = { none: null, paper, cloth };

/** The texture of a stock; null where it is smooth. */
export const textureOf = (stock: Pick<Stock, 'texture'>): Texture | null => TEXTURES[stock.texture];
