import type { BentLattice } from '../../bend/bends.ts';
import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { COMPARED } from '../field/field-screener.ts';
import type { LatticePositions } from '../periodic/positions.ts';
import { latticeScale } from './bent-nodes.ts';
import { type Around, type FarPlaces, WIDE } from './far-places.ts';
import { type FarTables, farTables } from './far-tables.ts';

/** Rows that lie so many pixels apart are read one by one: squares of 64 pixels would be made for two or three rows each. */
export const FAR_APART = 4;

/** Pixels between the nodes of a row, from which the kernel `bentRow` reads. */
const EACH = 32;
const NODES = WIDE / EACH;

export interface FarRowsAsked {
  readonly bent: Pick<BentLattice, 'back' | 'keeping'>;
  readonly places: FarPlaces;
  readonly positions: LatticePositions;
  readonly slots: FarTables;
  /** Whether dots keep their own shape, each stretch with a table of its own. */
  readonly stretched: boolean;
  readonly ubits: number;
  readonly vbits: number;
  readonly spread: number;
}

/**
 * Reads thresholds of a bent lattice for a first look, in rows that lie far apart: from nodes in each row alone, between
 * which coordinates lie on straight lines. Where the bend is smooth the nodes lie on cubics through few places; elsewhere
 * each of them is worked out. The dots of a square of 64 pixels have the shape that they have in its middle. Thresholds are
 * left in kernel memory until others are read.
 */
export function farRows(kernels: Kernels, asked: FarRowsAsked): (area: Area) => Scratch {
  const { bent, places, positions, slots, stretched, ubits, vbits, spread } = asked;
  const { ux, uy, vx, vy } = latticeScale(positions);
  const at = { x: 0, y: 0 };
  const writeTables = farTables({ back: bent.back, keeping: stretched ? bent.keeping : null }, slots);

  /** Works out the nodes of one row that lie in squares in which the bend is not smooth. */
  function writeSteep(around: Around, y: number, us: Scratch, vs: Scratch): void {
    const { column, wide, smooth } = around;
    for (let c = 0; c + 3 < wide; c++) {
      if (smooth(column + c, Math.floor(y / WIDE))) continue;
      const [uNodes, vNodes] = [kernels.i32(us), kernels.i32(vs)];
      for (let n = NODES * c; n < NODES * (c + 1); n++) {
        bent.back((column * NODES + n) * EACH + 0.5, y + 0.5, at);
        uNodes[n] = Math.floor(at.x * ux + at.y * uy + 0.5);
        vNodes[n] = Math.floor(at.x * vx + at.y * vy + 0.5);
      }
    }
  }

  return (area) => {
    const rows = rowsOf(area);
    const { width } = area;
    const around = places(area);
    const { wide, column } = around;
    const nodes = NODES * (wide - 3);
    const left = area.x - column * WIDE;
    const tables = new Uint16Array(nodes);
    const out = kernels.scratch('far-out', width * rows * 2 + COMPARED);
    const us = kernels.scratch('far-us', (nodes + 1) * 4);
    const vs = kernels.scratch('far-vs', (nodes + 1) * 4);
    const slotsAt = kernels.scratch('far-slots', tables.byteLength);
    const placesAt = kernels.scratch('far-places', around.places.byteLength);
    const room = kernels.scratch('far-room', wide * 16);
    kernels.f64(placesAt).set(around.places);
    for (let k = 0; k < rows; k++) {
      const y = area.y + k * area.step;
      const sy = Math.floor(y / WIDE);
      const from = placesAt.ptr + (sy - around.row) * wide * 16;
      kernels.run.bentNodesInRow(from, wide, y / WIDE - sy, ux, uy, vx, vy, room.ptr, us.ptr, vs.ptr);
      writeSteep(around, y, us, vs);
      // A table that is made now may move the memory of the kernels: views of it come after.
      writeTables(around, y, tables);
      kernels.u16(slotsAt).set(tables);
      const to = out.ptr + k * width * 2;
      kernels.run.bentRow(us.ptr, vs.ptr, slotsAt.ptr, left, width, slots.ptr(), ubits, vbits, spread, to);
    }
    return out;
  };
}
