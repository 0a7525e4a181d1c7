import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Site } from './lattices/kind.ts';

/** What the pixels of a cell sum up to: their number, moments of the first plane about the site, and each plane. */
export type Sums = Float64Array;
const PIXELS = 0;
const MOMENTS = 1;
const PLANES = 7;

/** The mean of plane `k` over a cell, 0..65535. */
export const meanOf = (sums: Sums, k: number): number => sums[PLANES + k]! / sums[PIXELS]!;

export const pixelsOf = (sums: Sums): number => sums[PIXELS]!;

/** Numbers that the sums of a cell of so many planes take. */
export const lengthOfSums = (planes: number): number => PLANES + planes;

/**
 * Slope of the first plane over a cell, to the right and downwards, by least squares: Σ(x − x̄)(v − v̄) over Σ(x − x̄)².
 */
export function slopeOf(sums: Sums): { readonly right: number; readonly down: number } {
  const n = sums[PIXELS]!;
  const [x, y, xx, yy, xv, yv] = [0, 1, 2, 3, 4, 5].map((k) => sums[MOMENTS + k]!) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const v = sums[PLANES]!;
  const across = xx - (x * x) / n;
  const down = yy - (y * y) / n;
  return {
    right: across > 0 ? (xv - (x * v) / n) / across : 0,
    down: down > 0 ? (yv - (y * v) / n) / down : 0,
  };
}

/** Planes of 16-bit values that were read, and where they lie on the sheet. */
export interface ReadPlanes {
  readonly area: Area;
  readonly values: readonly Uint16Array[];
}

/** The cells of some sites as the kernel takes them. */
export interface PackedCells {
  readonly sites: readonly Site[];
  /** Corners x, y of all cells. */
  readonly corners: Float64Array;
  /** After how many corners each cell ends. */
  readonly ends: Int32Array;
  /** x, y of each site. */
  readonly places: Float64Array;
}

export function packCells(sites: readonly Site[]): PackedCells {
  const corners = new Float64Array(sites.reduce((sum, { cell }) => sum + cell.length, 0));
  const ends = new Int32Array(sites.length);
  const places = new Float64Array(2 * sites.length);
  let done = 0;
  for (let k = 0; k < sites.length; k++) {
    const { cell, x, y } = sites[k]!;
    for (let c = 0; c < cell.length; c++) corners[done + c] = cell[c]!;
    done += cell.length;
    ends[k] = done / 2;
    places[2 * k] = x;
    places[2 * k + 1] = y;
  }
  return { sites, corners, ends, places };
}

/** Writes cells to kernel memory; gives where their corners and ends lie. */
export function cellsAt(
  kernels: Kernels,
  { corners, ends }: PackedCells,
): { readonly corners: number; readonly ends: number } {
  // Memory may move while a scratch grows, so views are made after all of them.
  const cornersAt = kernels.scratch('mark-cells', corners.byteLength);
  const endsAt = kernels.scratch('mark-cell-ends', ends.byteLength);
  kernels.f64(cornersAt).set(corners);
  kernels.i32(endsAt).set(ends);
  return { corners: cornersAt.ptr, ends: endsAt.ptr };
}

/**
 * Sums of the planes that were read under each of some cells, one after the other. A pixel belongs to the cell that holds
 * its middle. Without `moments` those stay 0.
 */
export function sumCells(
  kernels: Kernels,
  cells: PackedCells,
  { area, values }: ReadPlanes,
  moments: boolean,
): Float64Array {
  const { sites, places } = cells;
  const length = lengthOfSums(values.length) * sites.length;
  if (length === 0) return new Float64Array(0);
  const rows = rowsOf(area);
  const plane = area.width * rows;
  const placesAt = kernels.scratch('mark-sites', places.byteLength);
  const planes = kernels.scratch('mark-planes', values.length * plane * 2);
  const spans = kernels.scratch('mark-spans', rows * 16);
  const out = kernels.scratch('mark-sums', length * 8);
  const at = cellsAt(kernels, cells);
  kernels.f64(placesAt).set(places);
  values.forEach((own, k) => {
    kernels.u16(planes).set(own, k * plane);
  });
  kernels.f64(out).fill(0, 0, length);
  kernels.run.sumMarkCells(
    at.corners,
    at.ends,
    placesAt.ptr,
    sites.length,
    planes.ptr,
    values.length,
    area.x,
    area.y,
    area.width,
    rows,
    area.step,
    moments,
    spans.ptr,
    out.ptr,
  );
  return kernels.f64(out).slice(0, length);
}
