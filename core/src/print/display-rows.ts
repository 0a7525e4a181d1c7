import { type Area, rowsOf } from '../raster/area.ts';

/** Display rows `first` .. `first + rows − 1` of a grid; row d covers sheet rows (d + originY) / scale onwards. */
interface Rows {
  readonly scale: number;
  readonly originY: number;
  readonly first: number;
  readonly rows: number;
}

/** Fractions of a sheet row are counted in steps of 1 / WEIGHT. */
export const WEIGHT = 256;

/** Which rows of an area lie under a display row, and how much of each in 1/256 of a sheet row. */
export interface RowPlan {
  /** Display row, counted from the grid's first. */
  readonly display: number;
  readonly from: number;
  readonly weights: Uint16Array;
  readonly total: number;
}

/** What the display rows of a grid take of an area. */
export function rowPlans(area: Area, grid: Rows): RowPlan[] {
  const plans: RowPlan[] = [];
  const first = Math.max(grid.first, Math.floor(area.y * grid.scale - grid.originY));
  const last = Math.min(grid.first + grid.rows, Math.ceil((area.y + area.height) * grid.scale - grid.originY));
  for (let d = first; d < last; d++) {
    const top = (d + grid.originY) / grid.scale;
    const bottom = (d + 1 + grid.originY) / grid.scale;
    const from = Math.max(0, Math.floor((top - area.y) / area.step));
    const to = Math.min(rowsOf(area), Math.ceil((bottom - area.y) / area.step));
    const weights = new Uint16Array(Math.max(0, to - from));
    let total = 0;
    for (let k = from; k < to; k++) {
      const y = area.y + k * area.step;
      const end = Math.min(y + area.step, area.y + area.height);
      const share = Math.max(0, Math.min(bottom, end) - Math.max(top, y));
      weights[k - from] = Math.round(share * WEIGHT);
      total += weights[k - from]!;
    }
    if (total > 0) plans.push({ display: d - grid.first, from, weights, total });
  }
  return plans;
}

/** A row of an area that is looked at, and the display rows under which it and those that it stands for lie. */
export interface SeenRow {
  readonly row: number;
  /** Counted from the grid's first display row; weights in 1/256 of a sheet row. */
  readonly displays: readonly { readonly display: number; readonly weight: number }[];
}

/** The same as rowPlans gives, by rows of the area. */
export function seenRows(area: Area, grid: Rows): SeenRow[] {
  const displays = Array.from({ length: rowsOf(area) }, (): { display: number; weight: number }[] => []);
  for (const { display, from, weights } of rowPlans(area, grid)) {
    weights.forEach((weight, k) => {
      if (weight > 0) displays[from + k]!.push({ display, weight });
    });
  }
  return displays.flatMap((own, row) => (own.length > 0 ? [{ row, displays: own }] : []));
}
