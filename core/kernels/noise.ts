import { hash32 } from './hash';

/** What two steps in time are apart in the seed of a grid point; the same as in src/picture/made/noise.ts. */
const TIME_STEP: i32 = 7919;

// @ts-ignore: decorator
@inline
function corner(i: i32, j: i32, seed: i32): f64 {
  return <f64>hash32(i, j, seed) / 4294967296.0;
}

/** The noise at column i of the grid, between two rows of it and two steps in time. */
// @ts-ignore: decorator
@inline
function column(i: i32, j: i32, b: f64, now: i32, then: i32, c: f64): f64 {
  let near = corner(i, j, now);
  let far = corner(i, j + 1, now);
  // At a whole time the later step has no share.
  if (c != 0) {
    near += (corner(i, j, then) - near) * c;
    far += (corner(i, j + 1, then) - far) * c;
  }
  return near + (far - near) * b;
}

/**
 * One octave of value noise along a row, times `weight`, added to sums[x], or by the `first` octave to `start`.
 * A row is divided into `runs` of points in one cell of the grid: cells[r] is the column of run r, ends[r] the point
 * after its last one, and smooth[x] how far each point is in its cell, smoothed. The row lies in the grid's row j, `b` of
 * the way to the next, at the step z in time, `c` of the way to the step `after` it: in noise that comes round the last
 * step is followed by the first.
 */
export function noiseRow(
  smooth: usize, cells: usize, ends: usize, runs: i32, j: i32, b: f64, z: i32, after: i32, c: f64, seed: i32,
  weight: f64, first: bool, start: f64, sums: usize,
): void {
  const now = seed + TIME_STEP * z;
  const then = seed + TIME_STEP * after;
  let x: i32 = 0;
  let known = -2147483648;
  let left: f64 = 0;
  for (let r = 0; r < runs; r++) {
    const i = load<i32>(cells + ((<usize>r) << 2));
    const end = load<i32>(ends + ((<usize>r) << 2));
    // The right side of a cell is the left side of the next.
    if (i != known) left = weight * column(i, j, b, now, then, c);
    const right = weight * column(i + 1, j, b, now, then, c);
    const apart = right - left;
    const from = f64x2.splat(left);
    const by = f64x2.splat(apart);
    for (; x + 2 <= end; x += 2) {
      const value = f64x2.add(from, f64x2.mul(by, v128.load(smooth + ((<usize>x) << 3))));
      const at = sums + ((<usize>x) << 3);
      v128.store(at, f64x2.add(first ? f64x2.splat(start) : v128.load(at), value));
    }
    for (; x < end; x++) {
      const value = left + apart * load<f64>(smooth + ((<usize>x) << 3));
      const at = sums + ((<usize>x) << 3);
      store<f64>(at, (first ? start : load<f64>(at)) + value);
    }
    left = right;
    known = i + 1;
  }
}
