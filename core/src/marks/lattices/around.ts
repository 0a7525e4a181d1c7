import { cosine, sine } from '../../math/exact.ts';
import type { CellSize, LatticeAsked, MarkLattice, Site } from './kind.ts';
import { listedLattice } from './listed.ts';

/** One ring about the centre: from and to which radius it reaches, and into how many cells it is divided. */
export interface Ring {
  readonly from: number;
  readonly to: number;
  readonly cells: number;
}

/** How many corners the outer arc of a cell has. */
const ARC = 4;

const TURN = 2 * Math.PI;

/** Rings are laid until one no longer touches the box, and no more than this. */
const MOST_RINGS = 100_000;

const sizeOf = ({ from, to, cells }: Ring): CellSize => ({
  area: (Math.PI * (to * to - from * from)) / cells,
  wide: (TURN * (from + to)) / 2 / cells,
  high: to - from,
});

/** Lays rings about the centre, each divided into equal cells. The angle of the lattice is where the first cell begins. */
export function ringLattice(asked: LatticeAsked, ringAt: (k: number) => Ring): MarkLattice {
  const { box, cx, cy, angle, rings } = asked;
  const far = Math.sqrt(
    Math.max(
      ...[box.left, box.right].flatMap((x) =>
        [box.top, box.bottom].map((y) => (x - cx) * (x - cx) + (y - cy) * (y - cy)),
      ),
    ),
  );
  const [rows, columns, xs, ys]: number[][] = [[], [], [], []];
  const known: Ring[] = [];
  let reach = 0;
  let largest: CellSize = { area: 0, wide: 0, high: 0 };
  for (let row = 0; row < (rings || MOST_RINGS); row++) {
    const ring = ringAt(row);
    if (ring.from >= far) break;
    known.push(ring);
    const middle = (ring.from + ring.to) / 2;
    const half = Math.PI / ring.cells;
    const own = ring.to - middle + 2 * ring.to * Math.min(1, half);
    reach = Math.max(reach, own);
    const size = sizeOf(ring);
    if (size.area > largest.area) largest = size;
    for (let column = 0; column < ring.cells; column++) {
      const at = angle + (TURN * (column + 0.5)) / ring.cells;
      const turn = at - TURN * Math.floor(at / TURN);
      const [x, y] = [cx + middle * cosine(turn), cy - middle * sine(turn)];
      // A cell that does not reach the box has no tone.
      if (x < box.left - own || y < box.top - own || x >= box.right + own || y >= box.bottom + own) continue;
      rows!.push(row);
      columns!.push(column);
      xs!.push(x);
      ys!.push(y);
    }
  }

  const rowOf = Int32Array.from(rows!);
  const columnOf = Int32Array.from(columns!);
  const [px, py] = [Float64Array.from(xs!), Float64Array.from(ys!)];
  return listedLattice({
    xs: px,
    ys: py,
    reach,
    largest,
    siteOf(k): Site {
      const [row, column] = [rowOf[k]!, columnOf[k]!];
      const { from, to, cells } = known[row]!;
      const at = (share: number, radius: number) => {
        const a = angle + (TURN * (column + share)) / cells;
        const within = a - TURN * Math.floor(a / TURN);
        return [cx + radius * cosine(within), cy - radius * sine(within)] as const;
      };
      const outer = Array.from({ length: ARC + 1 }, (_, j) => at(j / ARC, to));
      const corners = [...outer, at(1, from), at(0, from)];
      const turn = angle + (TURN * (column + 0.5)) / cells - Math.PI / 2;
      return {
        row,
        column,
        copy: 0,
        x: px[k]!,
        y: py[k]!,
        ...sizeOf(known[row]!),
        turn: turn - TURN * Math.floor(turn / TURN),
        flipped: false,
        cell: corners.flat(),
      };
    },
  });
}
