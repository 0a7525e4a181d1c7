import type { BentLattice } from '../../bend/bends.ts';
import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { COMPARED } from '../field/field-screener.ts';
import type { LatticePositions } from '../periodic/positions.ts';
import { latticeScale } from './bent-nodes.ts';
import { stateOfTensor, tensorAt, type Tensor } from './own-shapes.ts';

/** Rows that lie so many pixels apart are read one by one: squares of 64 pixels would be made for two or three rows each. */
export const FAR_APART = 4;

/** Pixels between the nodes of a row; the kernel `bentRow` has the same. */
const EACH = 32;
/** Nodes between two places of which the stretch is taken. */
const STRETCHES = 4;
const WIDE = STRETCHES * EACH;

/** The tables of dots by state, in kernel memory. */
interface Slots {
  slotOf(state: number): number;
  ptr(): number;
}

export interface FarRowsAsked {
  readonly bent: Pick<BentLattice, 'back' | 'keeping'>;
  readonly positions: LatticePositions;
  readonly slots: Slots;
  /** Whether dots keep their own shape, each stretch with a table of its own. */
  readonly stretched: boolean;
  readonly ubits: number;
  readonly vbits: number;
  readonly spread: number;
}

/** Part of the way from one stretch to the next. */
const mixed = (a: Tensor, b: Tensor, t: number): Tensor => ({
  p: a.p + (b.p - a.p) * t,
  q: a.q + (b.q - a.q) * t,
  r: a.r + (b.r - a.r) * t,
});

/**
 * Reads thresholds of a bent lattice for a first look, in rows that lie far apart: from nodes in each row alone, between
 * which coordinates lie on straight lines, and with the shapes of dots as they are there.
 */
export function farRows(kernels: Kernels, asked: FarRowsAsked): (area: Area) => Scratch {
  const { bent, positions, slots, stretched, ubits, vbits, spread } = asked;
  const { ux, uy, vx, vy } = latticeScale(positions);
  const keeping = stretched ? bent.keeping : null;
  const at = { x: 0, y: 0 };

  /** Writes the table of each node's pixels. */
  function writeSlots(x0: number, y: number, nodes: number, out: Uint16Array): void {
    if (!keeping) {
      out.fill(slots.slotOf(0));
      return;
    }
    let next = tensorAt(keeping, x0, y);
    for (let k = 0; k < nodes; k += STRETCHES) {
      const from = next;
      next = tensorAt(keeping, x0 + k * EACH + WIDE, y);
      for (let n = 0; n < STRETCHES && k + n < nodes; n++)
        out[k + n] = slots.slotOf(stateOfTensor(mixed(from, next, (n + 0.5) / STRETCHES)));
    }
  }

  return (area) => {
    const rows = rowsOf(area);
    const { width } = area;
    // Nodes lie where they would for the whole row.
    const first = area.x % WIDE;
    const x0 = area.x - first + 0.5;
    const nodes = Math.ceil((first + width) / EACH);
    const us = new Int32Array(nodes + 1);
    const vs = new Int32Array(nodes + 1);
    const own = new Uint16Array(nodes);
    const out = kernels.scratch('far-out', width * rows * 2 + COMPARED);
    const [uAt, vAt] = [kernels.scratch('far-us', us.byteLength), kernels.scratch('far-vs', vs.byteLength)];
    const slotsAt = kernels.scratch('far-slots', own.byteLength);
    for (let k = 0; k < rows; k++) {
      const y = area.y + k * area.step + 0.5;
      for (let n = 0; n <= nodes; n++) {
        bent.back(x0 + n * EACH, y, at);
        us[n] = Math.floor(at.x * ux + at.y * uy + 0.5);
        vs[n] = Math.floor(at.x * vx + at.y * vy + 0.5);
      }
      writeSlots(x0, y, nodes, own);
      // A table that is made now may move the memory of the kernels: views of it come after.
      kernels.i32(uAt).set(us);
      kernels.i32(vAt).set(vs);
      kernels.u16(slotsAt).set(own);
      const to = out.ptr + k * width * 2;
      kernels.run.bentRow(uAt.ptr, vAt.ptr, slotsAt.ptr, first, width, slots.ptr(), ubits, vbits, spread, to);
    }
    return out;
  };
}
