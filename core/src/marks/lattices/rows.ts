import { cosine, sine } from '../../math/exact.ts';
import type { Box } from '../outline.ts';
import type { LatticeAsked, MarkLattice, Site } from './kind.ts';

/** A lattice of rows: where its marks stand in units of columns and rows, and the cell of each. */
export interface RowPlan {
  /** Pixels from column to column and from row to row. */
  readonly px: number;
  readonly py: number;
  /** How many columns and rows there are; null for as many as fill the sheet. */
  readonly counts: { across(row: number): number; readonly down: number } | null;
  /** How far a row is moved along, in columns. */
  shift(row: number): number;
  /** How far down in its row a site stands, in rows. */
  down(column: number, row: number): number;
  flipped(column: number, row: number): boolean;
  /** Corners of a cell from its site, in columns and rows. */
  corners(column: number, row: number): readonly (readonly [number, number])[];
  /** Area of a cell in columns times rows. */
  readonly area: number;
  /** It is the same again after so many columns, and one row further down so many columns along; nowhere if left out. */
  readonly same?: readonly [columns: number, along: number];
}

/** Lays out a lattice of rows: turned about the top left of the box, which its first cell touches. */
export function rowLattice({ box, angle, counts }: LatticeAsked, plan: RowPlan): MarkLattice {
  const { px, py } = plan;
  const turn = counts ? 0 : angle;
  const [c, s] = turn === 0 ? [1, 0] : [cosine(turn), sine(turn)];
  // Columns go along (c, -s), rows along (s, c).
  const columnOf = (x: number, y: number) => ((x - box.left) * c - (y - box.top) * s) / px;
  const rowOf = (x: number, y: number) => ((x - box.left) * s + (y - box.top) * c) / py;
  const all = [0, 1].flatMap((k) => [0, 1].flatMap((j) => plan.corners(k, j)));
  const reach = Math.sqrt(Math.max(...all.map(([u, v]) => u * px * (u * px) + v * py * (v * py))));

  const extent = (axis: 0 | 1): number => {
    const own = plan.corners(0, 0).map((corner) => corner[axis]);
    return Math.max(...own) - Math.min(...own);
  };
  const largest = { area: plan.area * px * py, wide: extent(0) * px, high: extent(1) * py };

  /** The site at u along the rows and v across them, in pixels. */
  function siteAt(column: number, row: number, u: number, v: number): Site {
    const x = box.left + u * c + v * s;
    const y = box.top - u * s + v * c;
    const corners = plan.corners(column, row);
    const cell: number[] = [];
    for (let k = 0; k < corners.length; k++) {
      const cu = u + corners[k]![0] * px;
      const cv = v + corners[k]![1] * py;
      cell.push(box.left + cu * c + cv * s, box.top - cu * s + cv * c);
    }
    return {
      row,
      column,
      copy: 0,
      x,
      y,
      area: largest.area,
      wide: largest.wide,
      high: largest.high,
      turn,
      flipped: plan.flipped(column, row),
      cell,
    };
  }

  /** From where to where along a row, in pixels, its sites may lie in a box. */
  function alongRow({ left, top, right, bottom }: Box, row: number): readonly [number, number] {
    let [least, most] = [-Infinity, Infinity];
    const narrow = (along: number, across: number, from: number, to: number): void => {
      if (Math.abs(along) < 1e-6) return;
      const [v0, v1] = [row * py * across, (row + 1) * py * across];
      const [u0, u1] = [(from - Math.max(v0, v1)) / along, (to - Math.min(v0, v1)) / along];
      least = Math.max(least, Math.min(u0, u1));
      most = Math.min(most, Math.max(u0, u1));
    };
    narrow(c, s, left - box.left, right - box.left);
    narrow(-s, c, top - box.top, bottom - box.top);
    return [least, most];
  }

  function repeats(same: readonly [number, number]) {
    const [columns, along] = [same[0] * px, same[1] * px];
    return { repeats: { ax: columns * c, ay: columns * s, bx: along * c + py * s, by: along * s - py * c } };
  }
  return {
    largest,
    reach,
    ...(counts || !plan.same ? {} : repeats(plan.same)),
    sitesIn(asked) {
      const { left, top, right, bottom } = asked;
      const corners = [
        [left, top],
        [right, top],
        [left, bottom],
        [right, bottom],
      ] as const;
      const columns = corners.map(([x, y]) => columnOf(x, y));
      const rows = corners.map(([x, y]) => rowOf(x, y));
      const firstRow = Math.floor(Math.min(...rows)) - 1;
      const lastRow = Math.ceil(Math.max(...rows)) + 1;
      const first = Math.floor(Math.min(...columns)) - 2;
      const last = Math.ceil(Math.max(...columns)) + 2;
      const sites: Site[] = [];
      for (let row = firstRow; row <= lastRow; row++) {
        if (plan.counts && (row < 0 || row >= plan.counts.down)) continue;
        const shift = plan.shift(row);
        const [least, most] = alongRow(asked, row);
        const near = Math.max(first, Math.floor(least / px - shift) - 2);
        const far = Math.min(last, Math.ceil(most / px - shift) + 1);
        const from = plan.counts ? Math.max(0, near) : near;
        const to = plan.counts ? Math.min(plan.counts.across(row) - 1, far) : far;
        for (let column = from; column <= to; column++) {
          const u = (column + 0.5 + shift) * px;
          const v = (row + plan.down(column, row)) * py;
          const x = box.left + u * c + v * s;
          const y = box.top - u * s + v * c;
          if (x >= left && x < right && y >= top && y < bottom) sites.push(siteAt(column, row, u, v));
        }
      }
      return sites;
    },
  };
}
