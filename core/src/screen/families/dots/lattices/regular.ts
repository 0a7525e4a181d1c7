import type { Basis } from '../../../periodic/supercell.ts';

/** A place in a cell: x and y in -1..1 from its centre, y upwards; column and row tell which cell. */
export interface CellPlace {
  x: number;
  y: number;
  column: number;
  row: number;
}

/** A lattice whose cells repeat by two vectors. */
export interface RegularLattice {
  /** Its vectors for rows one unit apart, before they are turned. */
  readonly basis: Basis;
  /** Lattice coordinates of the middle of cell (0, 0). */
  readonly middle: { readonly u: number; readonly v: number };
  /** Finds the cell of lattice coordinates u, v (u along the first vector). */
  place(u: number, v: number, out: CellPlace): CellPlace;
}

const square: RegularLattice = {
  basis: { ax: 1, ay: 0, bx: 0, by: 1 },
  middle: { u: 0.5, v: 0.5 },
  place(u, v, out) {
    out.column = Math.floor(u);
    out.row = Math.floor(v);
    out.x = 2 * (u - out.column) - 1;
    out.y = 2 * (v - out.row) - 1;
    return out;
  },
};

/** Bricks: each row starts half a cell further on. */
const staggered: RegularLattice = {
  basis: { ax: 1, ay: 0, bx: 0.5, by: 1 },
  middle: { u: 0.25, v: 0.5 },
  place(u, v, out) {
    out.row = Math.floor(v);
    const across = u + (v - out.row) / 2;
    out.column = Math.floor(across);
    out.x = 2 * (across - out.column) - 1;
    out.y = 2 * (v - out.row) - 1;
    return out;
  },
};

const ROW = 2 / Math.sqrt(3);
/** Corner of a cell, from its centre, for rows one unit apart: shapes are drawn to fit within. */
const CORNER = 2 / 3;
const NEIGHBOURS = [
  [0, 0],
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, -1],
  [-1, 1],
] as const;

/** Six neighbours at one distance: the nearest centre owns a place. */
const hexagonal: RegularLattice = {
  basis: { ax: ROW, ay: 0, bx: ROW / 2, by: 1 },
  middle: { u: 0.5, v: 0.5 },
  place(u, v, out) {
    const column = Math.floor(u);
    const row = Math.floor(v);
    let best = Infinity;
    for (const [i, j] of NEIGHBOURS) {
      const du = u - column - 0.5 - i;
      const dv = v - row - 0.5 - j;
      const x = du * ROW + (dv * ROW) / 2;
      const distance = x * x + dv * dv;
      if (distance < best) {
        best = distance;
        out.column = column + i;
        out.row = row + j;
        out.x = x / CORNER;
        out.y = dv / CORNER;
      }
    }
    return out;
  },
};

/** Lattices that compile into a repeating tile, by name. */
export const REGULAR: Readonly<Record<string, RegularLattice>> = { square, staggered, hexagonal };
