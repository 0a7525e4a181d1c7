import type { SingleDot } from '../../../bent/own-shapes.ts';
import type { Basis } from '../../../periodic/supercell.ts';
import type { DotShape } from '../shapes/dot.ts';
import type { CellPlace, RegularLattice } from './regular.ts';

/** The dot of one cell of a regular lattice, by itself. `basis`: its vectors in pixels, y upwards. */
export function singleDot({ ax, ay, bx, by }: Basis, lattice: RegularLattice, shape: DotShape): SingleDot {
  const { u: cu, v: cv } = lattice.middle;
  const det = ax * by - ay * bx;
  const place: CellPlace = { x: 0, y: 0, column: 0, row: 0 };
  return {
    u: cu,
    v: cv,
    height(x, y) {
      const u = cu + (x * by - y * bx) / det;
      const v = cv + (y * ax - x * ay) / det;
      lattice.place(u, v, place);
      if (place.column === 0 && place.row === 0) return shape.spot(place.x, place.y);
      // Beyond its own cell a dot comes last, the nearer the sooner.
      return -1 - Math.sqrt((x * x + y * y) / Math.abs(det));
    },
  };
}
