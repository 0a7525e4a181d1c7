import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { type Bitmap, createBitmap } from '../raster/bitmap.ts';
import type { Mark } from './mark.ts';
import { type Matrix, type Outline, reachOf } from './outline.ts';
import type { LaidOutline } from './laid-blocks.ts';
import { drawnOutline, type UnitOutline } from './shape-of.ts';

const UNMOVED: Matrix = [1, 0, 0, 1, 0, 0];
const AS_IS = new Float64Array(UNMOVED);

/** Writes matrices to kernel memory; gives where they lie and how many there are. */
function matricesAt(kernels: Kernels, matrices: readonly Float64Array[]): { marks: number; count: number } {
  const length = matrices.reduce((sum, m) => sum + m.length, 0);
  const block = kernels.scratch('mark-matrices', length * 8);
  const numbers = kernels.f64(block);
  let done = 0;
  for (const own of matrices) {
    numbers.set(own, done);
    done += own.length;
  }
  return { marks: block.ptr, count: length / 6 };
}

/** Adds circles of a radius as a first look at few of their rows shows them. */
function addRoughCircles(
  kernels: Kernels,
  radius: number,
  matrices: readonly Float64Array[],
  { x, y, width, height, step }: Area,
  rows: number,
): void {
  const { marks, count } = matricesAt(kernels, matrices);
  kernels.run.addRoughCircles(radius, marks, count, x, y, width, height, step, rows);
}

/** Adds an outline, of which no point lies further than `reach` from 0, 0, under each of some matrices to the accumulator at `rows`. */
function addOutline(
  kernels: Kernels,
  outline: Outline,
  reach: number,
  matrices: readonly Float64Array[],
  area: Area,
  rows: number,
): void {
  const total = outline.reduce((sum, p) => sum + p.length / 2, 0);
  if (total === 0) return;
  const points = kernels.scratch('mark-points', total * 16);
  const ends = kernels.scratch('mark-ends', outline.length * 4);
  const places = kernels.scratch('mark-places', total * 8);
  const at = kernels.f64(points);
  let done = 0;
  outline.forEach((p, k) => {
    at.set(p, done);
    done += p.length;
    kernels.i32(ends)[k] = done / 2;
  });
  const { marks, count } = matricesAt(kernels, matrices);
  kernels.run.addMarks(
    points.ptr,
    ends.ptr,
    outline.length,
    reach,
    marks,
    count,
    area.x,
    area.y,
    area.width,
    area.height,
    area.step,
    rows,
    places.ptr,
  );
}

/** Sets an accumulator for an area to nothing and returns where it lies. It keeps its place while outlines are added. */
function emptyRows(kernels: Kernels, area: Area): number {
  const bytes = (area.width + 2) * rowsOf(area) * 4;
  const rows = kernels.scratch('mark-rows', bytes);
  kernels.u8(rows).fill(0, 0, bytes);
  return rows.ptr;
}

function bitsOf(kernels: Kernels, rows: number, area: Area): Bitmap {
  const plate = createBitmap(area.width, rowsOf(area));
  const out = kernels.scratch('mark-bits', plate.data.length + 8);
  kernels.run.bitsOfMarks(rows, area.width, plate.height, plate.stride, out.ptr);
  plate.data.set(kernels.u8(out).subarray(0, plate.data.length));
  return plate;
}

/** One-bit plate of marks over an area: ink where half of a pixel or more lies inside of them. */
export function plateOfMarks(kernels: Kernels, marks: readonly Mark[], area: Area): Bitmap {
  const byOutline = new Map<Outline, { readonly unit: UnitOutline; readonly numbers: number[] }>();
  for (const { unit, width, matrix } of marks) {
    const outline = drawnOutline(unit, width);
    let same = byOutline.get(outline);
    if (!same) {
      same = { unit, numbers: [] };
      byOutline.set(outline, same);
    }
    same.numbers.push(...matrix);
  }
  const laid = [...byOutline].map(([outline, { unit, numbers }]) => ({
    outline,
    unit,
    matrices: [new Float64Array(numbers)],
  }));
  return plateOfLaid(kernels, laid, area);
}

/** Corners of a coarser circle lie a little further out. */
const REACH = 1.05;

/** One-bit plate of outlines where they are laid. Where only some rows are asked for circles are not quite exact. */
export function plateOfLaid(kernels: Kernels, laid: readonly LaidOutline[], area: Area): Bitmap {
  const rows = emptyRows(kernels, area);
  for (const { outline, unit, matrices } of laid) {
    if (area.step > 1 && unit.circle !== null) addRoughCircles(kernels, unit.circle, matrices, area, rows);
    else addOutline(kernels, outline, REACH * unit.reach, matrices, area, rows);
  }
  return bitsOf(kernels, rows, area);
}

/** One-bit plate of an outline in sheet pixels. */
export function plateOfOutline(kernels: Kernels, outline: Outline, area: Area): Bitmap {
  const rows = emptyRows(kernels, area);
  addOutline(kernels, outline, reachOf(outline), [AS_IS], area, rows);
  return bitsOf(kernels, rows, area);
}

/** Writes how much of each pixel of an area lies inside an outline, 0..255, and returns where that lies in kernel memory. */
export function coverageAt(kernels: Kernels, outline: Outline, area: Area, matrix: Matrix): number {
  const rows = emptyRows(kernels, area);
  addOutline(kernels, outline, reachOf(outline), [new Float64Array(matrix)], area, rows);
  const out = kernels.scratch('mark-bytes', area.width * rowsOf(area) + 8);
  kernels.run.bytesOfMarks(rows, area.width, rowsOf(area), out.ptr);
  return out.ptr;
}

/** How much of each pixel of an area lies inside an outline, 0..255. */
export function coverageOfOutline(
  kernels: Kernels,
  outline: Outline,
  area: Area,
  matrix: Matrix = UNMOVED,
): Uint8Array {
  const at = coverageAt(kernels, outline, area, matrix);
  return new Uint8Array(kernels.run.memory.buffer, at, area.width * rowsOf(area)).slice();
}

/** Pixels that a mark may touch, within an area. */
export function markArea({ unit: { box }, matrix: [a, b, c, d, e, f] }: Mark, area: Area): Area | null {
  const xs = [box.left, box.right].flatMap((x) => [box.top, box.bottom].map((y) => a * x + c * y + e));
  const ys = [box.left, box.right].flatMap((x) => [box.top, box.bottom].map((y) => b * x + d * y + f));
  const x0 = Math.max(area.x, Math.floor(Math.min(...xs)) - 1);
  const x1 = Math.min(area.x + area.width, Math.ceil(Math.max(...xs)) + 1);
  const y1 = Math.min(area.y + area.height, Math.ceil(Math.max(...ys)) + 1);
  const above = Math.max(0, Math.floor(Math.min(...ys)) - 1 - area.y);
  const y0 = area.y + above - (above % area.step);
  if (x1 <= x0 || y1 <= y0) return null;
  return { x: x0, y: y0, width: x1 - x0, height: y1 - y0, step: area.step };
}
