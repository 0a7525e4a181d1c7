import { cosine, sine } from '../math/exact.ts';
import type { Placement } from '../picture/placement.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Size } from '../raster/sheet.ts';
import { clampedTo, type CoverReader, settledCover } from './cover.ts';

/** Where a pixel of the sheet lies in a raster: u = ax · x + bx · y + cx, v = ay · x + by · y + cy. */
interface Map2 {
  readonly ax: number;
  readonly bx: number;
  readonly cx: number;
  readonly ay: number;
  readonly by: number;
  readonly cy: number;
}

/** The map from pixels of the sheet to those of a raster that lies on it, turned about its middle. */
function mapOf({ scale, left, top, turn = 0 }: Placement, { width, height }: Size): Map2 {
  const angle = (turn * Math.PI) / 180;
  const [c, s] = turn === 0 ? [1 / scale, 0] : [cosine(angle) / scale, sine(angle) / scale];
  const [mx, my] = [left + (width * scale) / 2, top + (height * scale) / 2];
  return { ax: c, bx: -s, cx: width / 2 - mx * c + my * s, ay: s, by: c, cy: height / 2 - mx * s - my * c };
}

/** Rows and columns of the raster under an area, with one more all round. */
function boxUnder(m: Map2, area: Area): Area {
  const corners = [
    [area.x, area.y],
    [area.x + area.width, area.y],
    [area.x, area.y + area.height],
    [area.x + area.width, area.y + area.height],
  ] as const;
  const us = corners.map(([x, y]) => m.ax * x + m.bx * y + m.cx);
  const vs = corners.map(([x, y]) => m.ay * x + m.by * y + m.cy);
  const [x, y] = [Math.floor(Math.min(...us)) - 1, Math.floor(Math.min(...vs)) - 1];
  return { x, y, width: Math.ceil(Math.max(...us)) + 2 - x, height: Math.ceil(Math.max(...vs)) + 2 - y, step: 1 };
}

/**
 * The cover of a raster's own cover where the raster lies on the sheet. Where it is enlarged its outline runs smoothly
 * between its pixels; `soft` keeps what lies between nothing and all.
 */
export function placedCover(read: CoverReader, size: Size, at: Placement, soft: boolean): CoverReader {
  if (at.scale === 1 && !at.turn && Number.isInteger(at.left) && Number.isInteger(at.top)) {
    return (area) => read({ ...area, x: area.x - at.left, y: area.y - at.top });
  }
  const m = mapOf(at, size);
  const whole = clampedTo(size, read);
  const between = at.scale > 1 || soft;
  return (area) => {
    const box = boxUnder(m, area);
    // Beyond the raster its edge goes on, and counts for nothing.
    const cover = whole(box);
    if (cover === 0) return 0;
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    const pixels = cover === 255 ? null : cover;
    const grid = { box, size, between, soft, pixels };
    if (m.bx === 0 && m.ay === 0) layUpright(m, grid, area, out);
    else layTurned(m, grid, area, out);
    return settledCover(out);
  };
}

/** Pixels of a raster under an area, and how they are read. */
interface Under {
  readonly box: Area;
  readonly size: Size;
  readonly between: boolean;
  readonly soft: boolean;
  /** null if all of them are covered. */
  readonly pixels: Uint8Array | null;
}

/** Value of a place between four pixels, the upper left of which is `from`. */
function valueBetween(pixels: Uint8Array, from: number, stride: number, p: number, q: number, soft: boolean): number {
  const [a, b, c, d] = [pixels[from]!, pixels[from + 1]!, pixels[from + stride]!, pixels[from + stride + 1]!];
  if (a === b && a === c && a === d) return a;
  const above = a * (1 - p) + b * p;
  const below = c * (1 - p) + d * p;
  const value = above * (1 - q) + below * q;
  return soft ? Math.round(value) : value >= 127.5 ? 255 : 0;
}

/** Reads a raster that is not turned: its columns and rows run as those of the sheet. */
function layUpright(m: Map2, { box, size, between, soft, pixels }: Under, area: Area, out: Uint8Array): void {
  const back = between ? 0.5 : 0;
  const columns = new Int32Array(area.width);
  const shares = new Float64Array(area.width);
  let [first, last] = [area.width, 0];
  for (let x = 0; x < area.width; x++) {
    const full = m.ax * (area.x + x + 0.5) + m.cx;
    if (full < 0 || full >= size.width) continue;
    first = Math.min(first, x);
    last = x + 1;
    const u = full - box.x - back;
    columns[x] = Math.floor(u);
    shares[x] = u - columns[x]!;
  }
  for (let k = 0; k < rowsOf(area); k++) {
    const full = m.by * (area.y + k * area.step + 0.5) + m.cy;
    if (full < 0 || full >= size.height) continue;
    const at = k * area.width;
    if (!pixels) {
      out.fill(255, at + first, at + last);
      continue;
    }
    const v = full - box.y - back;
    const j = Math.floor(v);
    const row = j * box.width;
    if (!between) for (let x = first; x < last; x++) out[at + x] = pixels[row + columns[x]!]!;
    else
      for (let x = first; x < last; x++)
        out[at + x] = valueBetween(pixels, row + columns[x]!, box.width, shares[x]!, v - j, soft);
  }
}

/** Reads a raster that is turned. */
function layTurned(m: Map2, { box, size, between, soft, pixels }: Under, area: Area, out: Uint8Array): void {
  for (let k = 0, n = 0; k < rowsOf(area); k++) {
    const y = area.y + k * area.step + 0.5;
    for (let x = 0; x < area.width; x++, n++) {
      const fullU = m.ax * (area.x + x + 0.5) + m.bx * y + m.cx;
      const fullV = m.ay * (area.x + x + 0.5) + m.by * y + m.cy;
      if (fullU < 0 || fullV < 0 || fullU >= size.width || fullV >= size.height) continue;
      const [u, v] = [fullU - box.x, fullV - box.y];
      if (!pixels) out[n] = 255;
      else if (between) {
        const [i, j] = [Math.floor(u - 0.5), Math.floor(v - 0.5)];
        out[n] = valueBetween(pixels, j * box.width + i, box.width, u - 0.5 - i, v - 0.5 - j, soft);
      } else out[n] = pixels[Math.floor(v) * box.width + Math.floor(u)]!;
    }
  }
}
