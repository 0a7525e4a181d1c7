import { type HeightMap, rawThreshold } from '../periodic/compile-tile.ts';
import { rankKey, ranksOf } from '../periodic/rank.ts';
import type { Basis } from '../periodic/supercell.ts';

/** Thresholds of one cell of a lattice, finer than the pixels: 2^ubits to a row along its first vector, 2^vbits rows. */
export interface CellTable {
  readonly ubits: number;
  readonly vbits: number;
  readonly data: Uint16Array;
}

export interface TableHow {
  /** By rank, so that coverage equals tone; otherwise the heights themselves are the thresholds. */
  readonly relevel: boolean;
  /** Entries to a pixel along a vector, at least. */
  readonly fine: number;
}

const FEWEST_BITS = 5;
const MOST_BITS = 10;

/** Bits of a coordinate so that a vector of some length in pixels has enough entries to each of them. */
export function bitsFor(pixels: number, fine: number): number {
  let bits = FEWEST_BITS;
  while (bits < MOST_BITS && 1 << bits < fine * pixels) bits++;
  return bits;
}

const lengthOf = (x: number, y: number): number => Math.sqrt(x * x + y * y);

/** Bits of a table along both vectors of a lattice. */
export const tableBits = ({ ax, ay, bx, by }: Basis, fine: number): Pick<CellTable, 'ubits' | 'vbits'> => ({
  ubits: bitsFor(lengthOf(ax, ay), fine),
  vbits: bitsFor(lengthOf(bx, by), fine),
});

/** Thresholds of a cell by its heights, with the vectors of its lattice in pixels. */
export function cellTable(basis: Basis, height: HeightMap, { relevel, fine }: TableHow): CellTable {
  const { ubits, vbits } = tableBits(basis, fine);
  const [across, down] = [1 << ubits, 1 << vbits];
  const area = across * down;
  const at = (k: number) => height(((k % across) + 0.5) / across, (Math.floor(k / across) + 0.5) / down);
  if (!relevel) return { ubits, vbits, data: Uint16Array.from({ length: area }, (_, k) => rawThreshold(at(k))) };
  const keys = new Uint32Array(area);
  for (let k = 0; k < area; k++) keys[k] = rankKey(at(k), k % across, Math.floor(k / across));
  const data = Uint16Array.from(ranksOf(keys), (rank) => Math.floor(((rank + 0.5) / area) * 65535));
  return { ubits, vbits, data };
}
