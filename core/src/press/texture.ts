import type { Stock } from '../ink/types.ts';
import { unevenness } from './noise.ts';

/** How much of its light a stock gives back at a place in mm: one on the whole, a little more or less by its texture. */
export type Texture = (x: number, y: number) => number;

/** Fibres and clouds of paper. */
const paper: Texture = (x, y) => 0.97 + 0.03 * unevenness(x * 3, y * 7, 11) + 0.03 * unevenness(x / 4, y / 4, 12);

/** Threads of cloth, about two a mm, over and under each other. */
const cloth: Texture = (x, y) => {
  const [u, v] = [x * 2.2, y * 2.2];
  const over = (Math.floor(u) + Math.floor(v)) % 2 === 0;
  const [along, across] = over ? [u - Math.floor(u), v - Math.floor(v)] : [v - Math.floor(v), u - Math.floor(u)];
  const ridge = 4 * across * (1 - across);
  return 0.84 + 0.14 * ridge + 0.04 * unevenness(along * 3 + Math.floor(u) * 5, Math.floor(v) * 7, 21);
};

const TEXTURES: Readonly<Record<Stock['texture'], Texture | null>> = { none: null, paper, cloth };

/** The texture of a stock; null where it is smooth. */
export const textureOf = (stock: Pick<Stock, 'texture'>): Texture | null => TEXTURES[stock.texture];
