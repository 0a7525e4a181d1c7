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
const BEYOND = 16;

const clamp = (v: number, most: number): number => Math.min(most, Math.max(0, v));

/**
 * A part of a whole of `size` values, evened out by a bell (a Gaussian of standard deviation `sigma` values)
 * across and down; beyond the whole's edges the last values go on. `plane` must hold what the bell reaches.
 * With `into` the result is left there, in kernel memory with room for sixteen values more; it is empty then.
 */
export function throughBell(
  kernels: Kernels,
  plane: Plane,
  size: { readonly width: number; readonly height: number },
  box: Box,
  sigma: number,
  into: Scratch | null = null,
): Uint16Array {
  const shape = bellWeights(sigma);
  const reach = shape.length;
  const taps = 2 * reach + 1;
  const rows = Math.ceil(box.height / box.step);
  const padded = kernels.scratch('bell-row', 2 * (box.width + taps + BEYOND));
  const rowBytes = (2 * (box.width + BEYOND) + 15) & ~15;
  const middle = kernels.scratch('bell-rows', rowBytes * plane.rows);
  const weights = kernels.scratch('bell-weights', 2 * reach);
  const pointers = kernels.scratch('bell-pointers', 4 * taps);
  const result = kernels.scratch('bell-out', 2 * (box.width + BEYOND));
  // Nothing grows the kernels' memory from here on, so that views of it stay good.
  const row = kernels.u16(padded);
  const at = kernels.u32(pointers);
  const made = kernels.u16(result).subarray(0, box.width);
  new Int16Array(kernels.run.memory.buffer, weights.ptr, reach).set(shape);

  // Columns of the plane under the row's values: those beyond the whole's edges repeat the last.
  const first = box.x - reach;
  const count = box.width + 2 * reach;
  const from = clamp(first, size.width - 1);
  const to = clamp(first + count - 1, size.width - 1) + 1;
  for (let t = 0; t < taps; t++) at[t] = padded.ptr + 2 * t;
  for (let y = 0; y < plane.rows; y++) {
    const values = plane.data.subarray(y * plane.width + from - plane.x, y * plane.width + to - plane.x);
    row.fill(values[0]!, 0, from - first);
    row.set(values, from - first);
    row.fill(values[values.length - 1]!, to - first, count + 1);
    kernels.run.bellRows(pointers.ptr, weights.ptr, reach, box.width, middle.ptr + y * rowBytes);
  }
  const out = new Uint16Array(into ? 0 : box.width * rows);
  for (let k = 0; k < rows; k++) {
    const y = box.y + k * box.step - reach;
    for (let t = 0; t < taps; t++) {
      at[t] = middle.ptr + (clamp(y + t, size.height - 1) - plane.y) * rowBytes;
    }
    const to = into ? into.ptr + 2 * k * box.width : result.ptr;
    kernels.run.bellRows(pointers.ptr, weights.ptr, reach, box.width, to);
    if (!into) out.set(made, k * box.width);
  }
  return out;
}
