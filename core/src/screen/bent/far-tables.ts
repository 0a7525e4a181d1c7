import type { BentLattice } from '../../bend/bends.ts';
import { cubicSlopes, type CubicWeights, cubicWeights } from '../../bend/cubic.ts';
import { tileNumbers } from '../../bend/tile-cache.ts';
import type { Around } from './far-places.ts';
import { stateOfTensor, tensorAt, tensorOf, type Tensor } from './own-shapes.ts';

/** The tables of dots by state, in kernel memory. */
export interface FarTables {
  slotOf(state: number): number;
  ptr(): number;
}

/** Pixels to a side of the squares whose dots share one shape in a first look: two nodes of a row lie in each. */
const SQUARE = 64;
const KEPT_BYTES = 4e6;

/** Weights of four places in a row for the middle of the first and of the second half between them, and of their slopes. */
const HALVES = [0.25, 0.75].map((t) => ({ at: cubicWeights(t), slopes: cubicSlopes(t) }));

/** The stretch around the middle of a square of 64 pixels, from places twice as far apart. */
function tensorAmong({ each, column, row, wide, places }: Around, tx: number, ty: number): Tensor {
  const first = 2 * (((ty >> 1) - row) * wide + (tx >> 1) - column);
  const slope = (across: CubicWeights, down: CubicWeights, axis: 0 | 1): number => {
    let sum = 0;
    for (let k = 0; k < 4; k++) {
      const at = first + axis + 2 * k * wide;
      sum +=
        down[k]! *
        (across[0] * places[at]! +
          across[1] * places[at + 2]! +
          across[2] * places[at + 4]! +
          across[3] * places[at + 6]!);
    }
    return sum / each;
  };
  const [u, v] = [HALVES[tx & 1]!, HALVES[ty & 1]!];
  return tensorOf({
    xx: slope(u.slopes, v.at, 0),
    yx: slope(u.slopes, v.at, 1),
    xy: slope(u.at, v.slopes, 0),
    yy: slope(u.at, v.slopes, 1),
  });
}

/**
 * Writes the tables of dots along the row at y, for the pixels from each node to the next, from the column of the places
 * around it on: one for each square of 64 pixels. `keeping` null: dots have one table.
 */
export function farTables(
  { back, keeping }: Pick<BentLattice, 'back' | 'keeping'>,
  slots: FarTables,
): (around: Around, y: number, nodes: Uint16Array) => void {
  const kept = tileNumbers(KEPT_BYTES);
  function slotOf(around: Around, tx: number, ty: number): number {
    const own = keeping === back && around.smooth(tx >> 1, ty >> 1);
    const tensor = own ? tensorAmong(around, tx, ty) : tensorAt(keeping!, (tx + 0.5) * SQUARE, (ty + 0.5) * SQUARE);
    return slots.slotOf(stateOfTensor(tensor));
  }
  return (around, y, nodes) => {
    if (!keeping) return void nodes.fill(slots.slotOf(0));
    const make = (tx: number, ty: number): number => slotOf(around, tx, ty);
    const first = (around.column * around.each) / SQUARE;
    const ty = Math.floor(y / SQUARE);
    for (let n = 0; n < nodes.length; n += 2) {
      nodes[n] = kept(first + (n >> 1), ty, make);
      nodes[n + 1] = nodes[n]!;
    }
  };
}
