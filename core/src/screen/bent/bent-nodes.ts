import type { PlaceGrid } from '../../bend/place-grid.ts';
import { byteCache, remember } from '../../memory/cache.ts';
import type { LatticePositions } from '../periodic/positions.ts';

/** A box of cells of a lattice: columns c0 .., rows r0 ... */
export interface CellBox {
  readonly c0: number;
  readonly r0: number;
  readonly columns: number;
  readonly rows: number;
}

/** Lattice coordinates at the nodes of a square of pixels, 65536 to a cell. They wrap after 32768 cells. */
export interface BentNodes {
  /** Nodes are 2^shift pixels apart, in rows of 64 / 2^shift + 1. */
  readonly shift: number;
  readonly us: Int32Array;
  readonly vs: Int32Array;
  /** Every cell that a pixel of the square lies in. */
  readonly box: CellBox;
}

/** Coordinates to a cell. */
export const TO_A_CELL = 65536;

/** Most cells across or down that a box may have: a bend that draws more of them into one square has no cells to see. */
const MOST_CELLS = 512;

function boxOf(us: Int32Array, vs: Int32Array): CellBox {
  let [c0, c1, r0, r1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let k = 0; k < us.length; k++) {
    c0 = Math.min(c0, us[k]! >> 16);
    c1 = Math.max(c1, us[k]! >> 16);
    r0 = Math.min(r0, vs[k]! >> 16);
    r1 = Math.max(r1, vs[k]! >> 16);
  }
  return { c0, r0, columns: c1 - c0 + 1, rows: r1 - r0 + 1 };
}

export const tooManyCells = ({ columns, rows }: CellBox): boolean => columns > MOST_CELLS || rows > MOST_CELLS;

const KEPT_BYTES = 32e6;

export type NodesReader = (tx: number, ty: number) => BentNodes;

/** Reads lattice coordinates from a grid of places, for a lattice that lies on the pixels as `at` says. */
export function bentNodes(grid: PlaceGrid, at: LatticePositions): NodesReader {
  const kept = byteCache<BentNodes>(KEPT_BYTES, ({ us }) => 2 * us.byteLength + 128);
  const scale = (2 * TO_A_CELL) / at.unit;
  return (tx, ty) =>
    remember(kept, `${tx} ${ty}`, () => {
      const { step, xs, ys } = grid.tile(tx, ty);
      const us = Int32Array.from(xs, (x, k) => Math.round((x * at.ux + ys[k]! * at.uy) * scale));
      const vs = Int32Array.from(xs, (x, k) => Math.round((x * at.vx + ys[k]! * at.vy) * scale));
      return { shift: 31 - Math.clz32(step), us, vs, box: boxOf(us, vs) };
    });
}
