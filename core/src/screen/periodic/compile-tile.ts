import { modulo } from '../../math/integers.ts';
import { dispersedOrder } from './dispersed-order.ts';
import { balancedRanks } from './balance.ts';
import { insideCell, latticePositions } from './positions.ts';
import { rankKey, ranksOf } from './rank.ts';
import { type RowForm, rowForm } from './row-form.ts';
import { areaOf, type Supercell } from './supercell.ts';
import type { ThresholdTile } from './threshold-tile.ts';

/** A tile with fewer pixels than this is compiled as a square of copies that share its steps out. */
const FEWEST_LEVELS = 1 << 14;
/** The same limit for a draft while a dial turns. */
const FEWEST_DRAFT_LEVELS = 1 << 12;

/**
 * What is ranked: a height -1..1 at each place of the lattice's parallelogram, 0 <= u, v < 1, u along
 * its first vector. Where it is greatest, ink comes first.
 */
export type HeightMap = (u: number, v: number) => number;

export interface CompileOptions {
  /** Rank order, so that coverage equals tone; otherwise the heights themselves are the thresholds. */
  readonly relevel?: boolean;
  /** Compiles faster and coarser, for a preview while a dial turns. */
  readonly draft?: boolean;
  /** Takes the tile from another thread that has compiled the same, or shares it with the others. */
  readonly share?: (make: () => ThresholdTile) => ThresholdTile;
}

/** A value for every pixel of one repeat of the lattice, in row form. */
function overRepeat<T>(
  cell: Supercell,
  form: RowForm,
  out: T,
  put: (out: T, at: number, u: number, v: number, x: number, y: number) => void,
): T {
  const at = latticePositions(cell);
  for (let y = 0; y < form.rows; y++) {
    for (let x = 0; x < form.period; x++) {
      const inside = insideCell(at, x, y);
      put(out, y * form.period + x, inside.u, inside.v, x, y);
    }
  }
  return out;
}

/** The heights themselves as thresholds: 1 prints at any tone, -1 at solid only. */
export const rawThreshold = (height: number): number =>
  Math.min(65534, Math.max(0, Math.floor(((1 - height) / 2) * 65535)));

/**
 * Compiles heights on a supercell: every pixel of the repeat gets its own rank r of N and the
 * threshold floor((r + ½) / N · 65535), so that over a tile the coverage equals the tone; cells grow in step,
 * so that it does in any few cells too.
 */
export function compileTile(cell: Supercell, height: HeightMap, options: CompileOptions = {}): ThresholdTile {
  const { share, ...own } = options;
  return share ? share(() => compiled(cell, height, own)) : compiled(cell, height, own);
}

function compiled(
  cell: Supercell,
  height: HeightMap,
  { relevel = true, draft = false }: CompileOptions,
): ThresholdTile {
  const base = rowForm(cell);
  const baseArea = base.rows * base.period;
  if (!relevel) {
    const data = overRepeat(cell, base, new Uint16Array(baseArea), (out, at, u, v) => {
      out[at] = rawThreshold(height(u, v));
    });
    return { ...base, data, area: baseArea };
  }
  const keys = overRepeat(cell, base, new Uint32Array(baseArea), (out, at, u, v, x, y) => {
    out[at] = rankKey(height(u, v), x, y);
  });
  // A first look does without: it is gone before anyone could see a ripple.
  const baseRanks = draft ? ranksOf(keys) : balancedRanks(cell, base, keys);
  let copies = 1;
  while (baseArea * copies * copies < (draft ? FEWEST_DRAFT_LEVELS : FEWEST_LEVELS)) copies *= 2;
  const order = dispersedOrder(copies);
  const { x1, y1, x2, y2 } = cell;
  const { rows, period, shift } = rowForm({ x1: x1 * copies, y1: y1 * copies, x2: x2 * copies, y2: y2 * copies });
  const data = new Uint16Array(rows * period);
  const area = baseArea * copies * copies;
  const norm = areaOf(cell);
  for (let y = 0; y < rows; y++) {
    const band = Math.floor(y / base.rows);
    const row = (y - band * base.rows) * base.period;
    let column = modulo(-band * base.shift, base.period);
    for (let x = 0; x < period; x++) {
      const rank = baseRanks[row + column]!;
      if (++column === base.period) column = 0;
      // Which copy of the repeat this pixel lies in, along each of its vectors; copies are a power of two.
      const a = Math.floor((x * y2 + y * x2) / norm) & (copies - 1);
      const b = Math.floor((-x * y1 - y * x1) / norm) & (copies - 1);
      const full = rank * copies * copies + order[b * copies + a]!;
      data[y * period + x] = Math.floor(((full + 0.5) / area) * 65535);
    }
  }
  return { rows, period, shift, data, area };
}
