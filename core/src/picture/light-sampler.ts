import { modulo } from '../math/integers.ts';
import { byteCache, remember } from '../memory/cache.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { LightReader } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';

/** What lies beyond the edges of a picture. */
export type Edges = 'bare' | 'mirrored' | 'repeated';

/** Whole pixels of the sheet: from left and top on, up to right and bottom. */
export interface Frame {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Side of the blocks in which light is read; each has one more row and column, for what lies between two blocks. */
const BLOCK = 512;
const KEPT_BYTES = 72e6;
const WHITE = 65535;

/** A number folded to 0..size: to and fro, or from the beginning again. */
function folded(v: number, size: number, edges: Edges): number {
  if (edges === 'repeated') return v - size * Math.floor(v / size);
  const t = v - 2 * size * Math.floor(v / (2 * size));
  return t > size ? 2 * size - t : t;
}

/** Reads the light of a picture at any place of the sheet, in pixels: between the middles of four pixels by their weights. */
export function lightSampler(
  kernels: Kernels,
  read: LightReader,
  { left, top, right, bottom }: Frame,
  edges: Edges,
): (x: number, y: number) => number {
  const [width, height] = [right - left, bottom - top];
  const blocks = byteCache<Uint16Array>(KEPT_BYTES, (block) => block.byteLength);
  const wide = BLOCK + 1;
  /** The pixel that stands for one beyond the frame; -1 for none. */
  const inside = (k: number, size: number): number => {
    if (k >= 0 && k < size) return k;
    if (edges === 'repeated') return modulo(k, size);
    return edges === 'mirrored' ? Math.min(size - 1, Math.max(0, k)) : -1;
  };

  function blockAt(bx: number, by: number): Uint16Array {
    const block = new Uint16Array(wide * wide).fill(WHITE);
    const [x0, y0] = [bx * BLOCK, by * BLOCK];
    const [w, h] = [Math.min(wide, width - x0), Math.min(wide, height - y0)];
    const codes = lightCodes(kernels, read({ x: left + x0, y: top + y0, width: w, height: h, step: 1 }));
    for (let r = 0; r < h; r++) block.set(codes.subarray(r * w, (r + 1) * w), r * wide);
    return block;
  }

  let [lastX, lastY] = [-1, -1];
  let last: Uint16Array = new Uint16Array(0);
  function blockOf(bx: number, by: number): Uint16Array {
    if (bx !== lastX || by !== lastY) {
      last = remember(blocks, `${bx} ${by}`, () => blockAt(bx, by));
      [lastX, lastY] = [bx, by];
    }
    return last;
  }
  function pixel(column: number, row: number): number {
    const [c, r] = [inside(column, width), inside(row, height)];
    if (c < 0 || r < 0) return WHITE;
    const [bx, by] = [c >> 9, r >> 9];
    return blockOf(bx, by)[(r - by * BLOCK) * wide + c - bx * BLOCK]!;
  }

  if (width <= 0 || height <= 0) return () => WHITE;
  return (x, y) => {
    const [ux, uy] =
      edges === 'bare' ? [x - left, y - top] : [folded(x - left, width, edges), folded(y - top, height, edges)];
    const [px, py] = [ux - 0.5, uy - 0.5];
    const [c, r] = [Math.floor(px), Math.floor(py)];
    const [fx, fy] = [px - c, py - r];
    if (c >= 0 && r >= 0 && c + 1 < width && r + 1 < height) {
      const [bx, by] = [c >> 9, r >> 9];
      const block = blockOf(bx, by);
      const k = (r - by * BLOCK) * wide + c - bx * BLOCK;
      const above = block[k]! + (block[k + 1]! - block[k]!) * fx;
      const below = block[k + wide]! + (block[k + wide + 1]! - block[k + wide]!) * fx;
      return above + (below - above) * fy;
    }
    const above = pixel(c, r) + (pixel(c + 1, r) - pixel(c, r)) * fx;
    const below = pixel(c, r + 1) + (pixel(c + 1, r + 1) - pixel(c, r + 1)) * fx;
    return above + (below - above) * fy;
  };
}
