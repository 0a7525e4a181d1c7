import { bezout, modulo } from '../../math/integers.ts';
import type { Supercell } from './supercell.ts';

/** A repeat as long rows of pixels, each next band of rows shifted. */
export interface RowForm {
  readonly rows: number;
  readonly period: number;
  readonly shift: number;
}

/** The lattice of (x1, −y1), (x2, −y2), y downwards, as rows of pixels with a shift from band to band. */
export function rowForm({ x1, y1, x2, y2 }: Pick<Supercell, 'x1' | 'y1' | 'x2' | 'y2'>): RowForm {
  const { g, p, q } = bezout(y1, y2);
  const period = Math.abs(x1 * y2 - y1 * x2) / g;
  // −p·(x1, −y1) − q·(x2, −y2) has height g, y downwards; its x is the shift.
  return { rows: g, period, shift: modulo(-(p * x1 + q * x2), period) };
}
