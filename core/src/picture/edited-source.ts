import { cropPixels, type PictureEdit } from './edit.ts';
import { cutOutSource, cutsOut } from './cut-out.ts';
import type { PictureSource } from '../raster/source.ts';

/** The kept part of a source. */
function cropped(source: PictureSource, edit: PictureEdit): PictureSource {
  const box = cropPixels(source, edit.crop);
  if (box.width === source.width && box.height === source.height) return source;
  const { channels } = source;
  return {
    width: box.width,
    height: box.height,
    channels,
    read(y, count) {
      const rows = source.read(box.y + y, count);
      const out = new Uint8Array(box.width * count * channels);
      for (let k = 0; k < count; k++) {
        const from = (k * source.width + box.x) * channels;
        out.set(rows.subarray(from, from + box.width * channels), k * box.width * channels);
      }
      return out;
    },
  };
}

/** Copies one pixel. */
type Copy = (from: Uint8Array, at: number, to: Uint8Array, k: number) => void;

const copyGrey: Copy = (from, at, to, k) => {
  to[k] = from[at]!;
};

const copyRgba: Copy = (from, at, to, k) => {
  for (let c = 0; c < 4; c++) to[4 * k + c] = from[4 * at + c]!;
};

/** Mirrored and turned by quarters. A turned row is a column, so all of the source is held then. */
function turned(source: PictureSource, { turns, flip }: PictureEdit): PictureSource {
  if (turns === 0 && !flip) return source;
  const { width, height, channels } = source;
  const across = turns % 2 === 0 ? width : height;
  const down = turns % 2 === 0 ? height : width;
  const copy = channels === 1 ? copyGrey : copyRgba;
  let all: Uint8Array | null = null;
  // Where result (0, 0) is in the source, and the steps there for one result column and row.
  const corner = [
    [0, 0],
    [width - 1, 0],
    [width - 1, height - 1],
    [0, height - 1],
  ][turns]!;
  const step = [
    { x: [1, 0], y: [0, 1] },
    { x: [0, 1], y: [-1, 0] },
    { x: [-1, 0], y: [0, -1] },
    { x: [0, -1], y: [1, 0] },
  ][turns]!;
  const mirror = (x: number) => (flip ? width - 1 - x : x);
  const sign = flip ? -1 : 1;
  return {
    width: across,
    height: down,
    channels,
    read(y, count) {
      const rowAlone = turns % 2 === 0;
      const first = rowAlone ? corner[1]! + step.y[1]! * (step.y[1]! < 0 ? y + count - 1 : y) : 0;
      if (!rowAlone) all ??= source.read(0, height);
      const rows = rowAlone ? source.read(first, count) : all!;
      const out = new Uint8Array(across * count * channels);
      for (let k = 0; k < count; k++) {
        const x0 = mirror(corner[0]! + step.y[0]! * (y + k));
        const y0 = corner[1]! + step.y[1]! * (y + k) - first;
        const by = step.x[1]! * width + sign * step.x[0]!;
        let at = y0 * width + x0;
        for (let n = 0; n < across; n++, at += by) copy(rows, at, out, k * across + n);
      }
      return out;
    },
  };
}

/** An edit without a cut-out that takes nothing away. */
export const editInUse = (edit: PictureEdit): PictureEdit =>
  edit.cutOut && !cutsOut(edit.cutOut) ? { ...edit, cutOut: null } : edit;

/** A picture's pixels as fills see them: cut out, cropped, mirrored and turned. */
export function editedSource(source: PictureSource, edit: PictureEdit): PictureSource {
  const cut = edit.cutOut ? cutOutSource(source, edit.cutOut) : source;
  return turned(cropped(cut, edit), edit);
}
