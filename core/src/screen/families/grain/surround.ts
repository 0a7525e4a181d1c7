import { hashShare } from '../../../math/hash.ts';
import { modulo } from '../../../math/integers.ts';
import type { MethodInput, RowReader } from './method.ts';

/**
 * Rows and columns beyond the sheet on which errors run in and out, so that its first rows and its last columns carry
 * their tone like all others. Errors that travel with the rows take longest to come into their stride where rows begin.
 */
export interface Surround {
  readonly left: number;
  readonly right: number;
  readonly above: number;
}

/** Rows that all run from left to right. */
export const FORWARD: Surround = { left: 256, right: 64, above: 256 };
/** Rows that run to and fro. */
const TO_AND_FRO: Surround = { left: 64, right: 64, above: 256 };
/** For a first picture, which is gone before anyone could count its dots. */
const LITTLE: Surround = { left: 0, right: 0, above: 16 };

/**
 * Rows above the sheet for errors that reach two rows down, at least, and how many more by chance: in highlights their dots
 * come in waves, of which the sheet begins with another part for every seed.
 */
const ABOVE_FAR = 480;
const ABOVE_MORE = 64;

interface SurroundAsked {
  readonly serpentine: boolean;
  /** Rows that errors reach down. */
  readonly reach: number;
  readonly seed: number;
  /** For a first picture. */
  readonly quick: boolean;
}

export function surroundOf({ serpentine, reach, seed, quick }: SurroundAsked): Surround {
  if (quick) return LITTLE;
  const around = serpentine ? TO_AND_FRO : FORWARD;
  return reach > 1 ? { ...around, above: ABOVE_FAR + Math.floor(ABOVE_MORE * hashShare(0, -2, seed)) } : around;
}

/** Rows of the sheet that are mirrored above it, over and over. */
const MIRRORED = 16;

/** An index that runs to and fro between 0 and count − 1, for any whole number; −1 is 0. */
function mirrored(index: number, count: number): number {
  const within = modulo(index, 2 * count);
  return within < count ? within : 2 * count - 1 - within;
}

/** Width of rows with their surround. */
export const wideWidth = (width: number, { left, right }: Surround): number => left + width + right;

/** Fills the columns beside the sheet of one wide row, of which the middle is there, by its mirror image. */
function padRow(values: Uint16Array, start: number, width: number, { left, right }: Surround): void {
  for (let k = 1; k <= left; k++) values[start + left - k] = values[start + left + mirrored(-k, width)]!;
  const end = start + left + width;
  for (let k = 0; k < right; k++) values[end + k] = values[start + left + mirrored(width + k, width)]!;
}

/** Spreads rows of the sheet, which lie close together in `from`, into wide rows in `to`. */
export function widenRows(from: Uint16Array, to: Uint16Array, rows: number, width: number, surround: Surround): void {
  const wide = wideWidth(width, surround);
  for (let k = 0; k < rows; k++) {
    to.set(from.subarray(k * width, (k + 1) * width), k * wide + surround.left);
    padRow(to, k * wide, width, surround);
  }
}

/** Reads the rows of a sheet with those above it, y < 0, which mirror its first ones; `planes` one after the other. */
export function rowsWithAbove(read: RowReader, width: number, height: number, planes: number): RowReader {
  const have = Math.min(MIRRORED, height);
  let first: Uint16Array | null = null;
  return (y, rows) => {
    if (y >= 0) return read(y, rows);
    // A reader may give the same memory again.
    first ??= read(0, have).slice(0, width * have * planes);
    const out = new Uint16Array(width * rows * planes);
    for (let p = 0; p < planes; p++) {
      for (let k = 0; k < rows; k++) {
        const from = (p * have + mirrored(y + k, have)) * width;
        out.set(first.subarray(from, from + width), (p * rows + k) * width);
      }
    }
    return out;
  };
}

/** Reads wide rows of a method's input, plane after plane. */
export function wideReader({ read, width, height, prints }: MethodInput, surround: Surround): RowReader {
  const planes = prints.palette ? 3 : 1;
  const rowsOf = rowsWithAbove(read, width, height, planes);
  const wide = wideWidth(width, surround);
  return (y, rows) => {
    const out = new Uint16Array(wide * rows * planes);
    widenRows(rowsOf(y, rows), out, rows * planes, width, surround);
    return out;
  };
}
