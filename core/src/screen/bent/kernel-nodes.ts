import type { PlaceGrid } from '../../bend/place-grid.ts';
import { TILE } from '../../bend/place-tile.ts';
import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import type { LatticePositions } from '../periodic/positions.ts';
import { bentNodes, type CellBox, cellsBetween, latticeScale } from './bent-nodes.ts';

/** Lattice coordinates of the nodes of a square in kernel memory, as `bentThresholds` takes them. */
export interface KernelNodes {
  readonly us: Scratch;
  readonly vs: Scratch;
  readonly shift: number;
  readonly box: CellBox;
}

const MOST_NODES = (TILE + 1) * (TILE + 1);
/** Bytes for the most nodes that cubics go through: those 8 pixels apart. */
const PLACES = 11 * 11 * 16;
const ROOM = 11 * (TILE + 1) * 16;

/** Writes the nodes of squares to kernel memory: those on cubics are worked out there. They equal those of `bentNodes`. */
export function kernelNodes(
  kernels: Kernels,
  grid: PlaceGrid,
  at: LatticePositions,
): (tx: number, ty: number) => KernelNodes {
  const nodes = bentNodes(grid, at);
  const { ux, uy, vx, vy } = latticeScale(at);
  return (tx, ty) => {
    const us = kernels.scratch('bent-us', MOST_NODES * 4);
    const vs = kernels.scratch('bent-vs', MOST_NODES * 4);
    const curves = grid.curves(tx, ty);
    if (!curves) {
      const square = nodes(tx, ty);
      kernels.i32(us).set(square.us);
      kernels.i32(vs).set(square.vs);
      return { us, vs, shift: square.shift, box: square.box };
    }
    const { each, step } = curves;
    const places = kernels.scratch('bent-places', PLACES);
    const room = kernels.scratch('bent-curves', ROOM);
    const ends = kernels.scratch('bent-ends', 16);
    kernels.f64(places).set(curves.places);
    kernels.run.bentCurves(places.ptr, each, step, ux, uy, vx, vy, room.ptr, us.ptr, vs.ptr, ends.ptr);
    const [u0, u1, v0, v1] = kernels.i32(ends);
    return { us, vs, shift: 31 - Math.clz32(step), box: cellsBetween(u0!, u1!, v0!, v1!) };
  };
}
