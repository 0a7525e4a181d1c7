import type { Kernels } from '../kernel/kernels.ts';
import { cosine, sine } from '../math/exact.ts';
import { type Area, type LightReader, rowsOf } from '../raster/area.ts';
import { cubicPhases } from '../raster/taps.ts';
import type { RowLight } from './row-light.ts';
import type { Placement } from './placement.ts';
import type { PictureSource } from '../raster/source.ts';

/** Sheet pixels of a piece that is read at a time: its slanting box in the picture stays small. */
const PIECE = 256;

/** Light of a box of the picture, every value the mean of `by` × `by` pixels; x and y count those values. */
function lightBox(
  kernels: Kernels,
  source: PictureSource,
  light: RowLight,
  by: number,
  box: { x: number; y: number; width: number; height: number },
): Uint16Array {
  const columns = Math.min(source.width, (box.x + box.width) * by) - box.x * by;
  const row = kernels.scratch('turned-row', columns * 2 + 16);
  const out = new Uint16Array(box.width * box.height);
  const sums = new Float64Array(box.width);
  const counts = new Uint32Array(box.width);
  for (let y = 0; y < box.height; y++) {
    sums.fill(0);
    counts.fill(0);
    const from = (box.y + y) * by;
    const to = Math.min(source.height, from + by);
    for (let sy = from; sy < to; sy++) {
      light(source.read(sy, 1), box.x * by, columns, row.ptr);
      const codes = kernels.u16(row);
      for (let c = 0; c < columns; c++) {
        const at = by === 1 ? c : Math.floor(c / by);
        sums[at]! += codes[c]!;
        counts[at]!++;
      }
    }
    for (let x = 0; x < box.width; x++) out[y * box.width + x] = Math.round(sums[x]! / Math.max(1, counts[x]!));
  }
  return out;
}

/**
 * Reads a picture that lies on the sheet turned by any angle about its middle: where it is reduced, true
 * means of whole picture pixels first, then a cubic (Catmull–Rom). Outside the picture there is white.
 */
export function turnedFeed(kernels: Kernels, source: PictureSource, at: Placement, light: RowLight): LightReader {
  const by = Math.max(1, Math.floor(1 / at.scale + 1e-9));
  const width = Math.ceil(source.width / by);
  const height = Math.ceil(source.height / by);
  const turn = ((at.turn ?? 0) * Math.PI) / 180;
  // One sheet pixel to the right and down, in values of the plane.
  const per = 1 / (at.scale * by);
  const [c, s] = [cosine(turn) * per, sine(turn) * per];
  const middle = {
    x: at.left + (source.width * at.scale) / 2,
    y: at.top + (source.height * at.scale) / 2,
  };
  const phases = kernels.scratch('turned-phases', 256 * 16);
  kernels.i32(phases).set(cubicPhases());

  /** Where the middle of a sheet pixel lies in the plane, counted from the middle of its first value. */
  function placeOf(x: number, y: number): [number, number] {
    const dx = x + 0.5 - middle.x;
    const dy = y + 0.5 - middle.y;
    return [source.width / (2 * by) + dx * c - dy * s - 0.5, source.height / (2 * by) + dx * s + dy * c - 0.5];
  }

  function piece(area: Area, data: Uint16Array, stride: number, to: number): void {
    const corners = [
      placeOf(area.x, area.y),
      placeOf(area.x + area.width, area.y),
      placeOf(area.x, area.y + area.height),
      placeOf(area.x + area.width, area.y + area.height),
    ];
    const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
    const x0 = clamp(Math.floor(Math.min(...corners.map((p) => p[0]))) - 2, width);
    const x1 = clamp(Math.ceil(Math.max(...corners.map((p) => p[0]))) + 3, width);
    const y0 = clamp(Math.floor(Math.min(...corners.map((p) => p[1]))) - 2, height);
    const y1 = clamp(Math.ceil(Math.max(...corners.map((p) => p[1]))) + 3, height);
    if (x0 >= x1 || y0 >= y1) return;
    const box = { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
    const values = lightBox(kernels, source, light, by, box);
    const plane = kernels.scratch('turned-plane', values.byteLength);
    const out = kernels.scratch('turned-out', area.width * 2);
    kernels.u16(plane).set(values);
    for (let k = 0; k < rowsOf(area); k++) {
      const [x, y] = placeOf(area.x, area.y + k * area.step);
      kernels.run.sampleAlong(plane.ptr, box.width, box.height, x - x0, y - y0, c, s, phases.ptr, area.width, out.ptr);
      data.set(kernels.u16(out).subarray(0, area.width), to + k * stride);
    }
  }

  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows).fill(65535);
    const high = Math.max(1, Math.floor(PIECE / area.step)) * area.step;
    for (let y = 0; y < area.height; y += high) {
      for (let x = 0; x < area.width; x += PIECE) {
        const part = {
          ...area,
          x: area.x + x,
          y: area.y + y,
          width: Math.min(PIECE, area.width - x),
          height: Math.min(high, area.height - y),
        };
        piece(part, data, area.width, (y / area.step) * area.width + x);
      }
    }
    return { depth: 16, width: area.width, rows, data };
  };
}
