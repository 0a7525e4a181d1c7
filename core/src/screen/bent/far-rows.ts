import type { BentLattice } from '../../bend/bends.ts';
import { cubicSlopes, type CubicWeights, cubicWeights } from '../../bend/cubic.ts';
import { placeCurves } from '../../bend/place-curves.ts';
import { type PlaceCurves, TILE } from '../../bend/place-tile.ts';
import { tileCache } from '../../bend/tile-cache.ts';
import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import { COMPARED } from '../field/field-screener.ts';
import type { LatticePositions } from '../periodic/positions.ts';
import { latticeScale } from './bent-nodes.ts';
import { stateOfTensor, tensorAt, tensorOf, type Tensor } from './own-shapes.ts';

/** Rows that lie so many pixels apart are read one by one: squares of 64 pixels would be made for two or three rows each. */
export const FAR_APART = 4;

/** Pixels between the nodes of a row, two to a square; the kernel `bentRow` has the same. */
const EACH = 32;

/** How exact cubics through the corners of a square are to be where they are tried, in pixels; nodes lie half of it apart. */
const ROUGHLY = { cubics: 0.5, lines: Infinity };
const KEPT_BYTES = 8e6;

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

const MIDDLE = cubicWeights(0.5);
const MIDDLE_SLOPES = cubicSlopes(0.5).map((w) => w / TILE) as unknown as CubicWeights;

/** How far apart places lie in the middle of a square along one axis, by the weights across and down. */
function slopesOf({ places }: PlaceCurves, across: CubicWeights, down: CubicWeights): { x: number; y: number } {
  let [x, y] = [0, 0];
  for (let k = 0; k < 16; k++) {
    const w = across[k & 3]! * down[k >> 2]!;
    x += w * places[2 * k]!;
    y += w * places[2 * k + 1]!;
  }
  return { x, y };
}

function tensorOnCurves(curves: PlaceCurves): Tensor {
  const byX = slopesOf(curves, MIDDLE_SLOPES, MIDDLE);
  const byY = slopesOf(curves, MIDDLE, MIDDLE_SLOPES);
  return tensorOf({ xx: byX.x, xy: byY.x, yx: byX.y, yy: byY.y });
}

/**
 * Reads thresholds of a bent lattice for a first look, in rows that lie far apart: from nodes in each row alone, between
 * which coordinates lie on straight lines. Nodes lie on cubics through the corners of squares where the bend is smooth, and
 * the dots of a square have the shape that they have in its middle. They are left in kernel memory until the next are read.
 */
export function farRows(kernels: Kernels, asked: FarRowsAsked): (area: Area) => Scratch {
  const { bent, positions, slots, stretched, ubits, vbits, spread } = asked;
  const { ux, uy, vx, vy } = latticeScale(positions);
  const keeping = stretched ? bent.keeping : null;
  const at = { x: 0, y: 0 };
  const curvesOf = placeCurves(bent.back, TILE, ROUGHLY);
  const kept = tileCache<number>(KEPT_BYTES, () => 50);

  /** The table of a square's dots. */
  function makeSlot(tx: number, ty: number): number {
    if (!keeping) return slots.slotOf(0);
    const curves = keeping === bent.back ? curvesOf(tx, ty) : null;
    const tensor = curves ? tensorOnCurves(curves) : tensorAt(keeping, (tx + 0.5) * TILE, (ty + 0.5) * TILE);
    return slots.slotOf(stateOfTensor(tensor));
  }

  /** Writes lattice coordinates of the nodes in one row, from column c of squares on, and the table of each node's pixels. */
  function writeRow(c: number, row: number, { us, vs, own }: RowNodes): void {
    const ty = Math.floor(row / TILE);
    const [p, q, s, t] = cubicWeights((row - ty * TILE) / TILE);
    const write = (node: number, x: number, y: number): void => {
      us[node] = Math.floor(x * ux + y * uy + 0.5);
      vs[node] = Math.floor(x * vx + y * vy + 0.5);
    };
    const inRow = (places: Float64Array, k: number): number =>
      p * places[k]! + q * places[k + 8]! + s * places[k + 16]! + t * places[k + 24]!;
    for (let node = 0; node < us.length; node += 2) {
      const tx = c + (node >> 1);
      const slot = kept(tx, ty, makeSlot);
      own[node] = slot;
      own[node + 1] = slot;
      const curves = curvesOf(tx, ty);
      if (!curves) {
        for (const n of [0, 1]) {
          bent.back(tx * TILE + n * EACH + 0.5, row + 0.5, at);
          write(node + n, at.x, at.y);
        }
        continue;
      }
      const { places } = curves;
      const [x, y] = [inRow(places, 2), inRow(places, 3)];
      write(node, x, y);
      const [i, j, k, m] = MIDDLE;
      write(
        node + 1,
        i * inRow(places, 0) + j * x + k * inRow(places, 4) + m * inRow(places, 6),
        i * inRow(places, 1) + j * y + k * inRow(places, 5) + m * inRow(places, 7),
      );
    }
  }

  return (area) => {
    const rows = rowsOf(area);
    const { width } = area;
    // Nodes lie where they would for the whole row.
    const first = area.x % TILE;
    const nodes = Math.ceil((first + width) / EACH);
    const row = { us: new Int32Array(nodes + 1), vs: new Int32Array(nodes + 1), own: new Uint16Array(nodes) };
    const out = kernels.scratch('far-out', width * rows * 2 + COMPARED);
    const [uAt, vAt] = [kernels.scratch('far-us', row.us.byteLength), kernels.scratch('far-vs', row.vs.byteLength)];
    const slotsAt = kernels.scratch('far-slots', row.own.byteLength);
    for (let k = 0; k < rows; k++) {
      writeRow((area.x - first) / TILE, area.y + k * area.step, row);
      // A table that is made now may move the memory of the kernels: views of it come after.
      kernels.i32(uAt).set(row.us);
      kernels.i32(vAt).set(row.vs);
      kernels.u16(slotsAt).set(row.own);
      const to = out.ptr + k * width * 2;
      kernels.run.bentRow(uAt.ptr, vAt.ptr, slotsAt.ptr, first, width, slots.ptr(), ubits, vbits, spread, to);
    }
    return out;
  };
}

/** Lattice coordinates of the nodes of one row, and the table of the pixels from each to the next. */
interface RowNodes {
  readonly us: Int32Array;
  readonly vs: Int32Array;
  readonly own: Uint16Array;
}
