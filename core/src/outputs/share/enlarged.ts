import { byteOfLight, decodeSrgb } from '../../colour/srgb.ts';
import type { Job } from '../../document/types.ts';
import { printBands } from '../../print/bands.ts';
import { composeExact } from '../../print/compose.ts';
import type { PrintEnv } from '../../print/env.ts';
import { printingPasses } from '../../print/printing-passes.ts';
import { type ReducedAsked, type ReducedRows, rowsFor } from '../../print/reduced-print.ts';
import { sheetPixels } from '../../raster/sheet.ts';

const LIGHT = Float64Array.from({ length: 256 }, (_, k) => decodeSrgb(k / 255));
const BYTE_STEPS = 4096;
const BYTES = Uint8Array.from({ length: BYTE_STEPS + 1 }, (_, k) => byteOfLight(k / BYTE_STEPS));
const SLAB_ROWS = 48;

/** The two sheet pixels that a pixel of the picture lies on, and the share of the second. */
function pairs(first: number, count: number, origin: number, scale: number, size: number) {
  const from = new Int32Array(count);
  const share = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const begin = (first + k + origin) / scale;
    const end = (first + k + 1 + origin) / scale;
    const at = Math.min(size - 1, Math.max(0, Math.floor(begin + 1e-9)));
    from[k] = at;
    const over = Math.max(0, end - (at + 1)) / (end - begin);
    share[k] = at + 1 < size && over > 1e-9 ? over : 0;
  }
  return { from, share };
}

/**
 * Prints a job in more pixels than its plates have: plate pixels become squares with hard edges, and a pixel that lies on
 * the edge between two is their average in linear light.
 */
export function* enlargedPrint(env: PrintEnv, job: Job, asked: ReducedAsked): Generator<ReducedRows> {
  const sheet = sheetPixels(job.sheet);
  const { scale, originX, originY, width, height } = asked;
  const passes = printingPasses(job);
  const across = pairs(0, width, originX, scale, sheet.width);
  const down = pairs(0, height, originY, scale, sheet.height);
  let first = 0;
  /** Composed rows that are held, from sheet row `top` on, one list for each look. */
  let top = 0;
  let held: Uint8Array[][] = asked.looks.map(() => []);

  const lineOf = (rows: readonly Uint8Array[], y: number, out: Uint8ClampedArray, at: number): void => {
    const row = down.from[y]! - top;
    const below = down.share[y]!;
    const [a, b] = [rows[row]!, rows[below > 0 ? row + 1 : row]!];
    for (let x = 0; x < width; x++) {
      const left = 4 * across.from[x]!;
      const right = across.share[x]!;
      for (let c = 0; c < 3; c++) {
        const own = left + c;
        if (right === 0 && below === 0) {
          out[at + 4 * x + c] = a[own]!;
          continue;
        }
        const next = right > 0 ? own + 4 : own;
        const upper = LIGHT[a[own]!]! * (1 - right) + LIGHT[a[next]!]! * right;
        const lower = LIGHT[b[own]!]! * (1 - right) + LIGHT[b[next]!]! * right;
        out[at + 4 * x + c] = BYTES[Math.round((upper * (1 - below) + lower * below) * BYTE_STEPS)]!;
      }
      out[at + 4 * x + 3] = 255;
    }
  };

  const only = rowsFor(asked, sheet.height);
  top = only.from ?? 0;
  for (const band of printBands(env, job, passes, only)) {
    const area = { x: 0, y: band.y, width: sheet.width, height: band.rows, step: 1 };
    asked.looks.forEach((look, k) => {
      const rgba = composeExact(env.kernels, look.sheet, passes, band.plates, area, look.surface);
      for (let r = 0; r < band.rows; r++) held[k]!.push(rgba.subarray(4 * r * sheet.width, 4 * (r + 1) * sheet.width));
    });
    const made = band.y + band.rows;
    const ready = (y: number) => made === (only.to ?? sheet.height) || down.from[y]! + 1 < made;
    while (first < height && ready(first)) {
      let rows = 0;
      while (rows < SLAB_ROWS && first + rows < height && ready(first + rows)) rows++;
      const rgba = held.map((lines) => {
        const out = new Uint8ClampedArray(4 * width * rows);
        for (let r = 0; r < rows; r++) lineOf(lines, first + r, out, 4 * width * r);
        return out;
      });
      yield { y: first, rows, rgba, done: made / sheet.height };
      first += rows;
    }
    if (first >= height) return;
    const gone = Math.max(0, down.from[first]! - top);
    held = held.map((lines) => lines.slice(gone));
    top += gone;
  }
}
