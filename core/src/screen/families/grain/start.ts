import { hashShare } from '../../../math/hash.ts';
import type { RowReader } from './method.ts';

/** Rows before the first that are thrown away, so that the sheet begins in full swing. */
export const RUN_UP = 16;

/** Rows above the sheet mirror its first ones; row −1 is row 0. */
const mirrored = (y: number, height: number): number => (y >= 0 ? y : Math.min(height - 1, -1 - y));

/** Values of rows above the sheet, y < 0, plane by plane: the first rows upside down. */
export function mirroredRows(
  read: RowReader,
  width: number,
  height: number,
  planes: number,
  y: number,
  rows: number,
): Uint16Array {
  const have = Math.min(rows, height);
  const first = read(0, have);
  const out = new Uint16Array(width * rows * planes);
  for (let p = 0; p < planes; p++) {
    for (let k = 0; k < rows; k++) {
      const from = (p * have + mirrored(y + k, height)) * width;
      out.set(first.subarray(from, from + width), (p * rows + k) * width);
    }
  }
  return out;
}

/** The first errors are chance, so that rows do not start in step; pure white and solid stay as they are. */
export function startErrors(
  tones: Uint16Array,
  width: number,
  parts: number,
  levels: number,
  seed: number,
): Int32Array {
  const step = 65535 / (levels - 1);
  return Int32Array.from({ length: width }, (_, x) => {
    const tone = tones[x]!;
    return tone === 0 || tone === 65535 ? 0 : Math.round((hashShare(x, -1, seed) - 0.5) * step) * parts;
  });
}
