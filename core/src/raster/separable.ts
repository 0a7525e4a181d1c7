import type { Kernels, Scratch } from '../kernel/kernels.ts';

/** Weights of one direction: result k is the sum of `count` values from starts[k] on. */
export interface Weights {
  readonly count: number;
  readonly starts: Int32Array;
  readonly weights: Int32Array;
}

/** 16-bit values in rows; `x`, `y`: which value of the whole the first one is. */
export interface Plane {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly rows: number;
  readonly data: Uint16Array;
}

function load(kernels: Kernels, name: string, table: Int32Array): Scratch {
  const block = kernels.scratch(name, table.byteLength);
  kernels.i32(block).set(table);
  return block;
}

/** A plane through weights across, then down. Starts of both count as the plane's x and y do. */
export function separable(kernels: Kernels, plane: Plane, across: Weights, down: Weights): Uint16Array {
  const width = across.starts.length;
  const rows = down.starts.length;
  const rowBytes = (width * 2 + 31) & ~15;
  const source = kernels.scratch('separable-in', plane.width * 2 + 16);
  const starts = load(
    kernels,
    'separable-starts',
    across.starts.map((s) => s - plane.x),
  );
  const weights = load(kernels, 'separable-weights', across.weights);
  const middle = kernels.scratch('separable-rows', rowBytes * plane.rows);
  const pointers = kernels.scratch('separable-pointers', down.count * 4);
  const downWeights = kernels.scratch('separable-down', down.count * 4);
  const result = kernels.scratch('separable-out', width * 2 + 16);
  for (let y = 0; y < plane.rows; y++) {
    kernels.u16(source).set(plane.data.subarray(y * plane.width, (y + 1) * plane.width));
    kernels.run.resampleAcross(source.ptr, starts.ptr, weights.ptr, across.count, width, middle.ptr + y * rowBytes);
  }
  const out = new Uint16Array(width * rows);
  // Nothing grows the kernels' memory from here on, so that views of it stay good.
  const [at, by, made] = [kernels.u32(pointers), kernels.i32(downWeights), kernels.u16(result).subarray(0, width)];
  for (let k = 0; k < rows; k++) {
    const first = middle.ptr + (down.starts[k]! - plane.y) * rowBytes;
    for (let t = 0; t < down.count; t++) at[t] = first + t * rowBytes;
    by.set(down.weights.subarray(k * down.count, (k + 1) * down.count));
    kernels.run.resampleDown(pointers.ptr, downWeights.ptr, down.count, width, result.ptr);
    out.set(made, k * width);
  }
  return out;
}
