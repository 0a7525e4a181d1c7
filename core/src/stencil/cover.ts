import { type Area, rowsOf } from '../raster/area.ts';

/**
 * How much of each pixel of an area a stencil lets print: 0 nothing, 255 all. One number stands for an area that is even,
 * so that what lies far from an edge costs nothing.
 */
export type Cover = Uint8Array | 0 | 255;

export type CoverReader = (area: Area) => Cover;

/** How a part of a stencil meets the parts before it. */
export type Meeting = 'add' | 'cut' | 'keep';

/** Returns a cover as an array of its own, one byte a pixel. */
export const coverBytes = (cover: Cover, area: Area): Uint8Array =>
  typeof cover === 'number' ? new Uint8Array(area.width * rowsOf(area)).fill(cover) : cover.slice();

/** Returns the number that stands for a cover if all of its pixels are nothing or all of them everything. */
export function settledCover(bytes: Uint8Array): Cover {
  const first = bytes[0];
  if (first !== 0 && first !== 255) return bytes;
  for (let k = 1; k < bytes.length; k++) if (bytes[k] !== first) return bytes;
  return first;
}

/** Returns every step-th row of a cover of an area that was read row by row. */
export function everyCoverRow(cover: Cover, { width, height, step }: Area): Cover {
  if (typeof cover === 'number' || step === 1) return cover;
  const rows = Math.ceil(height / step);
  const out = new Uint8Array(width * rows);
  for (let k = 0; k < rows; k++) out.set(cover.subarray(k * step * width, (k * step + 1) * width), k * width);
  return settledCover(out);
}

/** Returns what a cover leaves bare. */
export const invertedCover = (cover: Cover): Cover =>
  typeof cover === 'number' ? (cover === 0 ? 255 : 0) : cover.map((v) => 255 - v);

/** Lays a part over what the parts before it cover. */
export function metCover(below: Cover, part: Cover, does: Meeting): Cover {
  if (does === 'cut') return metCover(below, invertedCover(part), 'keep');
  // The greater of the two adds, the lesser keeps the overlap.
  const adds = does === 'add';
  const wins = adds ? 255 : 0;
  if (below === wins || part === wins) return wins;
  if (typeof below === 'number') return part;
  if (typeof part === 'number') return below;
  const out = new Uint8Array(below.length);
  for (let k = 0; k < out.length; k++) {
    const [a, b] = [below[k]!, part[k]!];
    out[k] = a > b === adds ? a : b;
  }
  return out;
}

/** Reads covers only where they lie in a raster; beyond it the values at its edge go on. */
export function clampedTo(
  { width, height }: { readonly width: number; readonly height: number },
  read: CoverReader,
): CoverReader {
  return (area) => {
    const within = area.x >= 0 && area.y >= 0 && area.x + area.width <= width && area.y + area.height <= height;
    if (within) return read(area);
    const at = (v: number, size: number) => Math.min(size - 1, Math.max(0, v));
    const [left, right] = [at(area.x, width), at(area.x + area.width - 1, width)];
    const [top, bottom] = [at(area.y, height), at(area.y + area.height - 1, height)];
    const box: Area = { x: left, y: top, width: right - left + 1, height: bottom - top + 1, step: 1 };
    const cover = read(box);
    if (typeof cover === 'number') return cover;
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      const from = (at(area.y + k * area.step, height) - top) * box.width;
      for (let x = 0; x < area.width; x++) out[k * area.width + x] = cover[from + at(area.x + x, width) - left]!;
    }
    return settledCover(out);
  };
}
