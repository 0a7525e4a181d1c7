import { byteCache, remember } from '../memory/cache.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { fadedFrom, fades, fourPlaces, inRepeat, type RepeatRegion, repeatSize } from './region.ts';

type Values = Uint8Array | Uint16Array | Float32Array;

/** Side of the blocks in which values are read and kept. */
const BLOCK = 256;
const KEPT_BYTES = 64e6;

/** A pixel folded into 0..size − 1, as in a mirror at both ends. */
function inside(k: number, size: number): number {
  const t = ((k % (2 * size)) + 2 * size) % (2 * size);
  return t < size ? t : 2 * size - 1 - t;
}

/**
 * Values of a sheet made to repeat: those of a region of it, faded over at the seams. What would be read beyond the sheet is
 * its mirror image. `empty` makes room for so many values.
 */
export function wrappedRows<T extends Values>(
  read: (area: Area) => T,
  region: RepeatRegion,
  empty: (length: number) => T,
): (area: Area) => T {
  const unit = repeatSize(region);
  const { sheet, left, top, width, height } = region;
  const sources = byteCache<T>(KEPT_BYTES, (values) => values.byteLength);
  const made = byteCache<T>(KEPT_BYTES, (values) => values.byteLength);
  const whole = empty(0) instanceof Float32Array ? (v: number) => v : Math.round;

  function sourceBlock(bx: number, by: number): T {
    const [x, y] = [bx * BLOCK, by * BLOCK];
    const [w, h] = [Math.min(BLOCK, sheet.width - x), Math.min(BLOCK, sheet.height - y)];
    const values = read({ x, y, width: w, height: h, step: 1 });
    if (w === BLOCK) return values;
    const block = empty(BLOCK * h);
    for (let r = 0; r < h; r++) block.set(values.subarray(r * w, (r + 1) * w) as never, r * BLOCK);
    return block;
  }

  /** The value of the pixel that lies so far from the top left of the region. */
  function sourceAt(dx: number, dy: number): number {
    const [ux, uy] = region.mirrored ? [inside(dx, width), inside(dy, height)] : [dx, dy];
    const [x, y] = [inside(left + ux, sheet.width), inside(top + uy, sheet.height)];
    const [bx, by] = [Math.floor(x / BLOCK), Math.floor(y / BLOCK)];
    const block = remember(sources, `${bx} ${by}`, () => sourceBlock(bx, by));
    return block[(y - by * BLOCK) * BLOCK + x - bx * BLOCK]!;
  }

  /** Copies pixels of one row, all of which lie on the sheet, from so far from the top left of the region on. */
  function copySpan(dx: number, dy: number, count: number, out: T, to: number): void {
    const y = top + dy;
    const by = Math.floor(y / BLOCK);
    for (let done = 0; done < count; ) {
      const x = left + dx + done;
      const bx = Math.floor(x / BLOCK);
      const block = remember(sources, `${bx} ${by}`, () => sourceBlock(bx, by));
      const run = Math.min(count - done, (bx + 1) * BLOCK - x);
      const at = (y - by * BLOCK) * BLOCK + x - bx * BLOCK;
      out.set(block.subarray(at, at + run) as never, to + done);
      done += run;
    }
  }

  // From here on nothing fades in, and up to here the region is no mirror image of itself.
  const still = fades(region) ? Math.ceil(region.fade - 0.5) : 0;
  const [lastX, lastY] = [Math.min(width, sheet.width - left), Math.min(height, sheet.height - top)];

  const places = fourPlaces();
  /** Values that are mixed from several places, or mirrored. */
  function mixed(x: number, y: number): number {
    // The middle of a pixel lies half a pixel inside.
    const count = fadedFrom(region, unit, x + 0.5, y + 0.5, places);
    let sum = 0;
    for (let k = 0; k < count; k++) {
      const { x: px, y: py, weight } = places[k]!;
      sum += weight * sourceAt(Math.floor(px), Math.floor(py));
    }
    return whole(sum);
  }

  function unitBlock(bx: number, by: number): T {
    const out = empty(BLOCK * BLOCK);
    const [x0, y0] = [bx * BLOCK, by * BLOCK];
    const [columns, rows] = [Math.min(BLOCK, unit.width - x0), Math.min(BLOCK, unit.height - y0)];
    for (let r = 0; r < rows; r++) {
      const y = y0 + r;
      const plain = left >= 0 && top >= 0 && y >= still && y < lastY;
      const from = plain ? Math.min(columns, Math.max(0, still - x0)) : columns;
      const to = plain ? Math.max(from, Math.min(columns, lastX - x0)) : columns;
      for (let c = 0; c < from; c++) out[r * BLOCK + c] = mixed(x0 + c, y);
      copySpan(x0 + from, y, to - from, out, r * BLOCK + from);
      for (let c = to; c < columns; c++) out[r * BLOCK + c] = mixed(x0 + c, y);
    }
    return out;
  }

  const at = { x: 0, y: 0 };
  return (area) => {
    const rows = rowsOf(area);
    const out = empty(area.width * rows);
    for (let r = 0; r < rows; r++) {
      const y = area.y + r * area.step;
      for (let c = 0; c < area.width; ) {
        inRepeat(region, unit, area.x + c, y, at);
        const [bx, by] = [Math.floor(at.x / BLOCK), Math.floor(at.y / BLOCK)];
        const block = remember(made, `${bx} ${by}`, () => unitBlock(bx, by));
        const run = Math.min(area.width - c, (bx + 1) * BLOCK - at.x, unit.width - at.x);
        const from = (at.y - by * BLOCK) * BLOCK + at.x - bx * BLOCK;
        out.set(block.subarray(from, from + run) as never, r * area.width + c);
        c += run;
      }
    }
    return out;
  };
}
