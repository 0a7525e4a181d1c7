import type { PlaceGrid } from '../../bend/place-grid.ts';
import { TILE } from '../../bend/place-tile.ts';
import { tileCache } from '../../bend/tile-cache.ts';
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

/** The cells between the least and the greatest lattice coordinates. */
export function cellsBetween(u0: number, u1: number, v0: number, v1: number): CellBox {
  const [c0, r0] = [u0 >> 16, v0 >> 16];
  return { c0, r0, columns: (u1 >> 16) - c0 + 1, rows: (v1 >> 16) - r0 + 1 };
}

function boxOf(us: Int32Array, vs: Int32Array): CellBox {
  let [u0, u1, v0, v1] = [us[0]!, us[0]!, vs[0]!, vs[0]!];
  for (let k = 1; k < us.length; k++) {
    const [u, v] = [us[k]!, vs[k]!];
    if (u < u0) u0 = u;
    else if (u > u1) u1 = u;
    if (v < v0) v0 = v;
    else if (v > v1) v1 = v;
  }
  return cellsBetween(u0, u1, v0, v1);
}

export const tooManyCells = ({ columns, rows }: CellBox): boolean => columns > MOST_CELLS || rows > MOST_CELLS;

const KEPT_BYTES = 32e6;

export type NodesReader = (tx: number, ty: number) => BentNodes;

/** By how much lattice coordinates grow with pixels, as kernels take them. */
export function latticeScale(at: LatticePositions): Pick<LatticePositions, 'ux' | 'uy' | 'vx' | 'vy'> {
  const scale = (2 * TO_A_CELL) / at.unit;
  return { ux: at.ux * scale, uy: at.uy * scale, vx: at.vx * scale, vy: at.vy * scale };
}

/** Reads the box of cells of a square that no bend moves: that of its corners, as `bentNodes` would give it. */
export function unbentBox(at: LatticePositions): (tx: number, ty: number) => CellBox {
  const { ux, uy, vx, vy } = latticeScale(at);
  return (tx, ty) => {
    const [x0, y0] = [tx * TILE + 0.5, ty * TILE + 0.5];
    const range = (byX: number, byY: number): readonly [number, number] => {
      const [across, down] = [TILE * byX, TILE * byY];
      const first = x0 * byX + y0 * byY + 0.5;
      return [
        Math.floor(first + Math.min(0, across) + Math.min(0, down)) | 0,
        Math.floor(first + Math.max(0, across) + Math.max(0, down)) | 0,
      ];
    };
    const [[u0, u1], [v0, v1]] = [range(ux, uy), range(vx, vy)];
    return cellsBetween(u0, u1, v0, v1);
  };
}

/** Reads lattice coordinates from a grid of places, for a lattice that lies on the pixels as `at` says. */
export function bentNodes(grid: PlaceGrid, at: LatticePositions): NodesReader {
  const kept = tileCache<BentNodes>(KEPT_BYTES, ({ us }) => 2 * us.byteLength + 200);
  const { ux, uy, vx, vy } = latticeScale(at);
  function make(tx: number, ty: number): BentNodes {
    const { step, xs, ys } = grid.tile(tx, ty);
    const us = new Int32Array(xs.length);
    const vs = new Int32Array(xs.length);
    for (let k = 0; k < xs.length; k++) {
      const x = xs[k]!;
      const y = ys[k]!;
      us[k] = Math.floor(x * ux + y * uy + 0.5);
      vs[k] = Math.floor(x * vx + y * vy + 0.5);
    }
    return { shift: 31 - Math.clz32(step), us, vs, box: boxOf(us, vs) };
  }
  return (tx, ty) => kept(tx, ty, make);
}
