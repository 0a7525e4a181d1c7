import { modulo } from '../math/integers.ts';
import type { Supercell } from './supercell.ts';

/**
 * Where pixels lie in a lattice, in whole numbers, so that every engine finds the same cell.
 * Pixel (px, py), y downwards, has lattice coordinates (u, v) / unit with
 * u = (2 px + 1) gx + (2 py + 1) gy and v = (2 px + 1) gy − (2 py + 1) gx.
 */
export interface LatticePositions {
  readonly gx: number;
  readonly gy: number;
  readonly unit: number;
}

export function latticePositions({ X, Y, i, j }: Supercell): LatticePositions {
  return { gx: i * X + j * Y, gy: j * X - i * Y, unit: 2 * (X * X + Y * Y) };
}

/** Lattice coordinates of a pixel's centre, as whole numerators over `unit`. */
export function latticeOf(at: LatticePositions, px: number, py: number): { u: number; v: number } {
  const a = 2 * px + 1;
  const b = 2 * py + 1;
  return { u: a * at.gx + b * at.gy, v: a * at.gy - b * at.gx };
}

/** Position inside the cell, each coordinate in -1..1 from its centre, y upwards. */
export function insideCell(at: LatticePositions, px: number, py: number): { x: number; y: number } {
  const { u, v } = latticeOf(at, px, py);
  return {
    x: (2 * modulo(u, at.unit)) / at.unit - 1,
    y: (2 * modulo(v, at.unit)) / at.unit - 1,
  };
}
