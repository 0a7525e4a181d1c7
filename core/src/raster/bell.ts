import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { exponential, square } from '../math/exact.ts';
import type { Plane } from './separable.ts';

/** Radius at which a Gaussian is cut off, in standard deviations. */
const BELL_ENDS = 2.7;

export const bellReach = (sigma: number): number => Math.ceil(BELL_ENDS * sigma);

/**
 * What the two values k + 1 to either side of a bell's middle weigh together, in 1/32768, for k from 0 to the
 * bell's reach; the middle has what is left of one.
 */
export function bellWeights(sigma: number): Int16Array {
  const raw = Array.from({ length: bellReach(sigma) }, (_, k) => 2 * exponential(-square(k + 1) / (2 * sigma * sigma)));
  const sum = raw.reduce((a, b) => a + b, 1);
  return Int16Array.from(raw, (w) => Math.round((w / sum) * 32768));
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Every step-th row alone. */
  readonly step: number;
}

/** Number of values beyond the last that a SIMD step of the kernel may read or write. */
const BEYOND = 32;

const clamp = (v: number, most: number): number => Math.min(most, Math.max(0, v));

/** 16-bit values in rows, in an array or in the kernels' memory; `x`, `y`: which value of the whole the first one is. */
export type BellPlane = Omit<Plane, 'data'> & { readonly data: Uint16Array | Scratch };

/**
 * Gives the rows of a part of a whole of `size` values, evened out by a bell (a Gaussian of standard deviation `sigma`
 * values) across and down; beyond the whole's edges the last values go on. `plane` must hold what the bell reaches. The
 * reader takes the number of a row, which must not be smaller than the one before, and returns where in the kernels' memory
 * the row is until the next call. Readers of the same `name` must not take turns.
 */
export function bellReader(
  kernels: Kernels,
  plane: BellPlane,
  size: { readonly width: number; readonly height: number },
  box: Box,
  sigma: number,
  name = '',
): (row: number) => number {
  const shape = bellWeights(sigma);
  const reach = shape.length;
  const taps = 2 * reach + 1;
  const padded = kernels.scratch(`bell-row${name}`, 2 * (box.width + taps + BEYOND));
  // Rows that went through the bell across: as many as are needed at a time, so that they stay in the nearest memory.
  const rowBytes = (2 * (box.width + BEYOND) + 15) & ~15;
  const middle = kernels.scratch(`bell-rows${name}`, rowBytes * taps);
  const weights = kernels.scratch(`bell-weights${name}`, 2 * reach);
  const pointers = kernels.scratch(`bell-pointers${name}`, 8 * taps);
  const result = kernels.scratch(`bell-out${name}`, 2 * (box.width + BEYOND));
  const { run } = kernels;
  new Int16Array(run.memory.buffer, weights.ptr, reach).set(shape);
  // The values under a row beside each other, then the rows under each other.
  const [beside, under] = [pointers.ptr, pointers.ptr + 4 * taps];
  new Uint32Array(run.memory.buffer, beside, taps).set(
    Uint32Array.from({ length: taps }, (_, t) => padded.ptr + 2 * t),
  );

  // Columns of the plane under the row's values: those beyond the whole's edges repeat the last.
  const first = box.x - reach;
  const count = box.width + 2 * reach;
  const from = clamp(first, size.width - 1);
  const to = clamp(first + count - 1, size.width - 1) + 1;
  const placeOf = (y: number): number => middle.ptr + (y % taps) * rowBytes;

  function goAcross(y: number): void {
    const { data } = plane;
    const start = (y - plane.y) * plane.width + from - plane.x;
    const values =
      data instanceof Uint16Array
        ? data.subarray(start, start + to - from)
        : new Uint16Array(run.memory.buffer, data.ptr + 2 * start, to - from);
    const row = kernels.u16(padded);
    row.fill(values[0]!, 0, from - first);
    row.set(values, from - first);
    row.fill(values[values.length - 1]!, to - first, count + 1);
    run.bellRows(beside, weights.ptr, reach, box.width, placeOf(y));
  }

  let next = 0;
  return (row) => {
    const y = box.y + row * box.step - reach;
    const last = clamp(y + taps - 1, size.height - 1);
    for (next = Math.max(next, clamp(y, size.height - 1)); next <= last; next++) goAcross(next);
    const at = new Uint32Array(run.memory.buffer, under, taps);
    for (let t = 0; t < taps; t++) at[t] = placeOf(clamp(y + t, size.height - 1));
    run.bellRows(under, weights.ptr, reach, box.width, result.ptr);
    return result.ptr;
  };
}

/** The rows of bellReader together, as an array. */
export function throughBell(
  kernels: Kernels,
  plane: BellPlane,
  size: { readonly width: number; readonly height: number },
  box: Box,
  sigma: number,
): Uint16Array {
  const rowAt = bellReader(kernels, plane, size, box, sigma);
  const rows = Math.ceil(box.height / box.step);
  const out = new Uint16Array(box.width * rows);
  for (let k = 0; k < rows; k++)
    out.set(new Uint16Array(kernels.run.memory.buffer, rowAt(k), box.width), k * box.width);
  return out;
}
