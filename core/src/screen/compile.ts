import { bezout, modulo } from '../math/integers.ts';
import type { DotShape } from './dots/dot.ts';
import { insideCell, latticePositions } from './positions.ts';
import { rankKey, ranksOf } from './rank.ts';
import type { Supercell } from './supercell.ts';
import type { ThresholdTile } from './threshold-tile.ts';

/** A tile with fewer pixels than this is compiled as a square of copies that share its steps out. */
const FEWEST_LEVELS = 2 ** 14;
/** The same for a first look while a dial turns. */
const FEWEST_DRAFT_LEVELS = 2 ** 12;

interface RowForm {
  readonly rows: number;
  readonly period: number;
  readonly shift: number;
}

/** The lattice of (X, −Y), (Y, X), y downwards, as rows of pixels with a shift from band to band. */
function rowForm(X: number, Y: number): RowForm {
  const { g, p, q } = bezout(X, Y);
  const period = (X * X + Y * Y) / g;
  // p·(Y, X) + q·(X, −Y)·(−1) has height pX + qY = g; its x is the shift.
  return { rows: g, period, shift: modulo(p * Y - q * X, period) };
}

/** Order in which the copies of a tile take their extra pixel: Bayer 1973, built by recursion, n a power of 2. */
function dispersedOrder(n: number): Uint32Array {
  let size = 1;
  let order = new Uint32Array(1);
  while (size < n) {
    const next = new Uint32Array(4 * size * size);
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        const v = 4 * order[y * size + x]!;
        next[y * 2 * size + x] = v;
        next[y * 2 * size + x + size] = v + 2;
        next[(y + size) * 2 * size + x] = v + 3;
        next[(y + size) * 2 * size + x + size] = v + 1;
      }
    }
    order = next;
    size *= 2;
  }
  return order;
}

/** Rank of every pixel of one repeat of the lattice, in row form. */
function rankBase(cell: Supercell, form: RowForm, dot: DotShape): Uint32Array {
  const at = latticePositions(cell);
  const keys = new Uint32Array(form.rows * form.period);
  for (let y = 0; y < form.rows; y++) {
    for (let x = 0; x < form.period; x++) {
      const inside = insideCell(at, x, y);
      keys[y * form.period + x] = rankKey(dot.spot(inside.x, inside.y), x, y);
    }
  }
  return ranksOf(keys);
}

/**
 * Compiles a dot shape on a supercell: every pixel of the repeat gets its own rank r of N and the
 * threshold floor((r + ½) / N · 65535), so that over a tile the coverage equals the tone.
 */
export function compileTile(cell: Supercell, dot: DotShape, draft = false): ThresholdTile {
  const base = rowForm(cell.X, cell.Y);
  const baseRanks = rankBase(cell, base, dot);
  let copies = 1;
  while (baseRanks.length * copies * copies < (draft ? FEWEST_DRAFT_LEVELS : FEWEST_LEVELS)) copies *= 2;
  const order = dispersedOrder(copies);
  const { rows, period, shift } = rowForm(cell.X * copies, cell.Y * copies);
  const data = new Uint16Array(rows * period);
  const area = baseRanks.length * copies * copies;
  const norm = cell.X * cell.X + cell.Y * cell.Y;
  for (let y = 0; y < rows; y++) {
    const band = Math.floor(y / base.rows);
    for (let x = 0; x < period; x++) {
      const column = modulo(x - band * base.shift, base.period);
      const rank = baseRanks[(y - band * base.rows) * base.period + column]!;
      // Which copy of the repeat this pixel lies in, along (X, −Y) and along (Y, X).
      const a = modulo(Math.floor((x * cell.X - y * cell.Y) / norm), copies);
      const b = modulo(Math.floor((x * cell.Y + y * cell.X) / norm), copies);
      const full = rank * copies * copies + order[b * copies + a]!;
      data[y * period + x] = Math.floor(((full + 0.5) / area) * 65535);
    }
  }
  return { rows, period, shift, data, area };
}
