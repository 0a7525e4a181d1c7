import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { type Bitmap, createBitmap } from '../raster/bitmap.ts';
import type { Mark } from './mark.ts';
import type { Matrix, Outline } from './outline.ts';
import { circlePolygon } from './shape-of.ts';

const AS_IS: Matrix = [1, 0, 0, 1, 0, 0];

/** Adds one outline, under each of some matrices, to the accumulator at `rows`. */
function addOutline(kernels: Kernels, outline: Outline, matrices: readonly Matrix[], area: Area, rows: number): void {
  const total = outline.reduce((sum, p) => sum + p.length / 2, 0);
  if (total === 0) return;
  const points = kernels.scratch('mark-points', total * 16);
  const ends = kernels.scratch('mark-ends', outline.length * 4);
  const marks = kernels.scratch('mark-matrices', matrices.length * 48);
  const places = kernels.scratch('mark-places', total * 8);
  const at = kernels.f64(points);
  let done = 0;
  outline.forEach((p, k) => {
    at.set(p, done);
    done += p.length;
    kernels.i32(ends)[k] = done / 2;
  });
  const numbers = kernels.f64(marks);
  matrices.forEach((m, k) => {
    numbers.set(m, 6 * k);
  });
  kernels.run.addMarks(
    points.ptr,
    ends.ptr,
    outline.length,
    marks.ptr,
    matrices.length,
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

/** A circle as a first look at few of its rows needs it. */
const ROUGH: Outline = [circlePolygon(1)];

/**
 * One-bit plate of marks over an area: ink where half of a pixel or more lies inside of them. Where only some rows are
 * asked for, circles have few corners.
 */
export function plateOfMarks(kernels: Kernels, marks: readonly Mark[], area: Area): Bitmap {
  const rows = emptyRows(kernels, area);
  const byOutline = new Map<Outline, Matrix[]>();
  for (const { unit, matrix } of marks) {
    const outline = area.step > 1 && unit.circle !== null ? ROUGH : unit.outline;
    const same = byOutline.get(outline);
    if (same) same.push(matrix);
    else byOutline.set(outline, [matrix]);
  }
  for (const [outline, matrices] of byOutline) addOutline(kernels, outline, matrices, area, rows);
  return bitsOf(kernels, rows, area);
}

/** One-bit plate of an outline in sheet pixels. */
export function plateOfOutline(kernels: Kernels, outline: Outline, area: Area): Bitmap {
  const rows = emptyRows(kernels, area);
  addOutline(kernels, outline, [AS_IS], area, rows);
  return bitsOf(kernels, rows, area);
}

/** Writes how much of each pixel of an area lies inside an outline, 0..255, and returns where that lies in kernel memory. */
export function coverageAt(kernels: Kernels, outline: Outline, area: Area, matrix: Matrix): number {
  const rows = emptyRows(kernels, area);
  addOutline(kernels, outline, [matrix], area, rows);
  const out = kernels.scratch('mark-bytes', area.width * rowsOf(area) + 8);
  kernels.run.bytesOfMarks(rows, area.width, rowsOf(area), out.ptr);
  return out.ptr;
}

/** How much of each pixel of an area lies inside an outline, 0..255. */
export function coverageOfOutline(kernels: Kernels, outline: Outline, area: Area, matrix: Matrix = AS_IS): Uint8Array {
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
