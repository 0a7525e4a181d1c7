import { modulo } from '../../math/integers.ts';
import type { Supercell } from './supercell.ts';

/**
 * Where pixels lie in a lattice, in whole numbers, so that every engine finds the same cell.
 * Pixel (px, py), y downwards, has lattice coordinates (u, v) / unit with
 * u = (2 px + 1) ux + (2 py + 1) uy and v = (2 px + 1) vx + (2 py + 1) vy.
 */
export interface LatticePositions {
  readonly ux: number;
  readonly uy: number;
  readonly vx: number;
  readonly vy: number;
  readonly unit: number;
}

export function latticePositions({ x1, y1, x2, y2, i1, j1, i2, j2 }: Supercell): LatticePositions {
  // A point x, y (upwards) is s·(x1, y1) + t·(x2, y2) with s, t from Cramer's rule; then u = s·i1 + t·i2.
  return {
    ux: y2 * i1 - y1 * i2,
    uy: x2 * i1 - x1 * i2,
    vx: y2 * j1 - y1 * j2,
    vy: x2 * j1 - x1 * j2,
    unit: 2 * (x1 * y2 - y1 * x2),
  };
}

/** Lattice coordinates of a pixel's centre, as whole numerators over `unit`. */
export function latticeOf(at: LatticePositions, px: number, py: number): { u: number; v: number } {
  const a = 2 * px + 1;
  const b = 2 * py + 1;
  return { u: a * at.ux + b * at.uy, v: a * at.vx + b * at.vy };
}

/** Place inside the lattice's parallelogram, 0 <= u, v < 1. */
export function insideCell(at: LatticePositions, px: number, py: number): { u: number; v: number } {
  const { u, v } = latticeOf(at, px, py);
  return { u: modulo(u, at.unit) / at.unit, v: modulo(v, at.unit) / at.unit };
}
