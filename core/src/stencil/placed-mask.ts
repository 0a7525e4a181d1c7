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
    const under = (n: number) => (cover === 255 ? 255 : cover[n]!);
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    for (let k = 0, n = 0; k < rows; k++) {
      const y = area.y + k * area.step + 0.5;
      for (let x = 0; x < area.width; x++, n++) {
        const u = m.ax * (area.x + x + 0.5) + m.bx * y + m.cx - box.x;
        const v = m.ay * (area.x + x + 0.5) + m.by * y + m.cy - box.y;
        const [fullU, fullV] = [u + box.x, v + box.y];
        if (fullU < 0 || fullV < 0 || fullU >= size.width || fullV >= size.height) continue;
        if (!between) {
          out[n] = under(Math.floor(v) * box.width + Math.floor(u));
          continue;
        }
        const [i, j] = [Math.floor(u - 0.5), Math.floor(v - 0.5)];
        const [p, q] = [u - 0.5 - i, v - 0.5 - j];
        const from = j * box.width + i;
        const above = under(from) * (1 - p) + under(from + 1) * p;
        const below = under(from + box.width) * (1 - p) + under(from + box.width + 1) * p;
        const value = above * (1 - q) + below * q;
        out[n] = soft ? Math.round(value) : value >= 127.5 ? 255 : 0;
      }
    }
    return settledCover(out);
  };
}
