import type { Point } from '../bend/index.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { compareThresholds } from '../screen/field/field-screener.ts';
import type { CompiledScreen, Plater, ToneInput } from '../screen/compiled.ts';

/** Rows of a bent area that are compared at a time, so that the box of thresholds under them stays small. */
const ROWS = 32;

/**
 * Makes plates whose thresholds are read where a bend says: of each pixel, at the nearest pixel of the unbent lattice.
 * `map` gives the place in the lattice of a point of the sheet, both in pixels.
 */
export function bentPlater(
  thresholds: NonNullable<CompiledScreen['thresholds']>,
  map: (x: number, y: number, out: Point) => void,
  { kernels, tones }: ToneInput,
): Plater {
  /** Thresholds of a few rows. */
  function bent(area: Area): Uint16Array {
    const rows = rowsOf(area);
    const xs = new Int32Array(area.width * rows);
    const ys = new Int32Array(area.width * rows);
    const at: Point = { x: 0, y: 0 };
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let k = 0; k < xs.length; k++) {
      map(area.x + (k % area.width) + 0.5, area.y + Math.floor(k / area.width) * area.step + 0.5, at);
      const x = Math.floor(at.x);
      const y = Math.floor(at.y);
      xs[k] = x;
      ys[k] = y;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
    const width = right - left + 1;
    const under = thresholds({ x: left, y: top, width, height: bottom - top + 1, step: 1 });
    return Uint16Array.from(xs, (x, k) => under[(ys[k]! - top) * width + x - left]!);
  }

  return {
    plate(area) {
      const all = new Uint16Array(area.width * rowsOf(area));
      const tall = ROWS * area.step;
      for (let y = 0; y < area.height; y += tall) {
        const part = { ...area, y: area.y + y, height: Math.min(tall, area.height - y) };
        all.set(bent(part), (y / area.step) * area.width);
      }
      return compareThresholds(kernels, all, area, tones(area));
    },
    release() {},
  };
}
