import { byteCache, remember } from '../memory/cache.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { fadedFrom, fourPlaces, inRepeat, type RepeatRegion, repeatSize } from './region.ts';

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

  const places = fourPlaces();
  function unitBlock(bx: number, by: number): T {
    const out = empty(BLOCK * BLOCK);
    for (let r = 0; r < BLOCK && by * BLOCK + r < unit.height; r++) {
      for (let c = 0; c < BLOCK && bx * BLOCK + c < unit.width; c++) {
        // The middle of a pixel lies half a pixel inside.
        const count = fadedFrom(region, unit, bx * BLOCK + c + 0.5, by * BLOCK + r + 0.5, places);
        let sum = 0;
        for (let k = 0; k < count; k++) {
          const { x, y, weight } = places[k]!;
          sum += weight * sourceAt(Math.floor(x), Math.floor(y));
        }
        out[r * BLOCK + c] = whole(sum);
      }
    }
    return out;
  }

  const at = { x: 0, y: 0 };
  return (area) => {
    const rows = rowsOf(area);
    const out = empty(area.width * rows);
    let [lastX, lastY] = [-1, -1];
    let block = out;
    for (let r = 0; r < rows; r++) {
      const y = area.y + r * area.step;
      for (let c = 0; c < area.width; c++) {
        inRepeat(region, unit, area.x + c, y, at);
        const [bx, by] = [Math.floor(at.x / BLOCK), Math.floor(at.y / BLOCK)];
        if (bx !== lastX || by !== lastY) {
          block = remember(made, `${bx} ${by}`, () => unitBlock(bx, by));
          [lastX, lastY] = [bx, by];
        }
        out[r * area.width + c] = block[(at.y - by * BLOCK) * BLOCK + at.x - bx * BLOCK]!;
      }
    }
    return out;
  };
}
