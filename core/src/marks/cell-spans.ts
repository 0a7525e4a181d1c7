import type { Kernels } from '../kernel/kernels.ts';
import { type Area, type LightRows, rowsOf } from '../raster/area.ts';
import { cellsAt, lengthOfSums, type PackedCells } from './sum-cells.ts';

/**
 * Which pixels of an area lie inside of each of some cells: of each cell its first row and how many rows follow, then of
 * each row its first pixel and the one after the last. They stay while the lattice does, whatever the tone.
 */
export type CellSpans = Int32Array;

/** The table that lies in the memory of a thread's kernels. */
const tables = new WeakMap<Kernels, Uint16Array>();
const TABLE_BYTES = 65536 * 2;

/** Where a table of tones lies in kernel memory; it is written there when it is another one than the last. */
function tableAt(kernels: Kernels, table: Uint16Array): number {
  const block = kernels.scratch('mark-table', TABLE_BYTES);
  if (tables.get(kernels) !== table) {
    kernels.u16(block).set(table);
    tables.set(kernels, table);
  }
  return block.ptr;
}

/** The spans of cells, of which not all of an area need lie in any; a pixel belongs to the cell that holds its middle. */
export function cellSpans(kernels: Kernels, cells: PackedCells, area: Area): CellSpans {
  const count = cells.sites.length;
  if (count === 0) return new Int32Array(0);
  const rows = rowsOf(area);
  const room = kernels.scratch('mark-spans', rows * 16);
  // Cells that do not overlap cross each row of an area side by side, with a few at its edges.
  let most = 4 * (rows + 2) * Math.ceil(Math.sqrt(count) + 8) + 2 * count;
  for (;;) {
    const out = kernels.scratch('mark-cell-spans', most * 4);
    const at = cellsAt(kernels, cells);
    const { x, y, width, step } = area;
    const length = kernels.run.markSpans(at.corners, at.ends, count, x, y, width, rows, step, room.ptr, most, out.ptr);
    if (length <= most) return kernels.i32(out).slice(0, length);
    most = length;
  }
}

/**
 * Sums of tones under cells, one after the other as `sumCells` gives them for one plane without moments. `table`: the tone
 * of each code of light.
 */
export function sumCodes(
  kernels: Kernels,
  spans: CellSpans,
  count: number,
  { depth, width, data }: LightRows,
  table: Uint16Array,
): Float64Array {
  const length = lengthOfSums(1) * count;
  if (length === 0) return new Float64Array(0);
  const codes = kernels.scratch('mark-planes', data.byteLength);
  const spansAt = kernels.scratch('mark-cell-spans', spans.byteLength);
  const out = kernels.scratch('mark-sums', length * 8);
  const tableIn = tableAt(kernels, table);
  (depth === 8 ? kernels.u8(codes) : kernels.u16(codes)).set(data);
  kernels.i32(spansAt).set(spans);
  kernels.f64(out).fill(0, 0, length);
  kernels.run.sumSpans(spansAt.ptr, count, codes.ptr, width, tableIn, depth === 16, out.ptr);
  return kernels.f64(out).slice(0, length);
}
