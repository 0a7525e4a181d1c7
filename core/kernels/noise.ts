import { hash32 } from './hash';

/** What two steps in time are apart in the seed of a grid point; the same as in src/picture/made/noise.ts. */
const TIME_STEP: i32 = 7919;

// @ts-ignore: decorator
@inline
function corner(i: i32, j: i32, seed: i32): f64 {
  return <f64>hash32(i, j, seed) / 4294967296.0;
}

// @ts-ignore: decorator
@inline
function between(from: v128, apart: v128, share: v128): v128 {
  return f64x2.add(from, f64x2.mul(apart, share));
}

/**
 * One octave of value noise along a row, times `weight`, added to sums[x] (or put there by the `first` octave).
 * A row is divided into `runs` of points in one cell of the grid: cells[r] is the column of run r, ends[r] the point
 * after its last one, and smooth[x] how far each point is in its cell, smoothed. The row lies in the grid's row j, `b` of
 * the way to the next, at the time z, `c` of the way to the next.
 */
export function noiseRow(
  smooth: usize, cells: usize, ends: usize, runs: i32, j: i32, b: f64, z: i32, c: f64, seed: i32,
  weight: f64, first: bool, sums: usize,
): void {
  const now = seed + TIME_STEP * z;
  const then = seed + TIME_STEP * (z + 1);
  const bb = f64x2.splat(b);
  const cc = f64x2.splat(c);
  const ww = f64x2.splat(weight);
  let x: i32 = 0;
  let known = -2147483648;
  let p0: f64 = 0, p1: f64 = 0, p2: f64 = 0, p3: f64 = 0;
  for (let r = 0; r < runs; r++) {
    const i = load<i32>(cells + ((<usize>r) << 2));
    const end = load<i32>(ends + ((<usize>r) << 2));
    // The right side of a cell is the left side of the next.
    if (i != known) {
      p0 = corner(i, j, now);
      p1 = corner(i, j + 1, now);
      p2 = corner(i, j, then);
      p3 = corner(i, j + 1, then);
    }
    const q0 = corner(i + 1, j, now);
    const q1 = corner(i + 1, j + 1, now);
    const q2 = corner(i + 1, j, then);
    const q3 = corner(i + 1, j + 1, then);
    const f0 = f64x2.splat(p0), d0 = f64x2.splat(q0 - p0);
    const f1 = f64x2.splat(p1), d1 = f64x2.splat(q1 - p1);
    const f2 = f64x2.splat(p2), d2 = f64x2.splat(q2 - p2);
    const f3 = f64x2.splat(p3), d3 = f64x2.splat(q3 - p3);
    // At a whole time the later face has no share.
    for (; c == 0 && x + 2 <= end; x += 2) {
      const a = v128.load(smooth + ((<usize>x) << 3));
      const here = between(f0, d0, a);
      const value = f64x2.mul(ww, between(here, f64x2.sub(between(f1, d1, a), here), bb));
      const at = sums + ((<usize>x) << 3);
      v128.store(at, first ? value : f64x2.add(v128.load(at), value));
    }
    for (; x + 2 <= end; x += 2) {
      const a = v128.load(smooth + ((<usize>x) << 3));
      const here = between(f0, d0, a);
      const near = between(here, f64x2.sub(between(f1, d1, a), here), bb);
      const later = between(f2, d2, a);
      const far = between(later, f64x2.sub(between(f3, d3, a), later), bb);
      const value = f64x2.mul(ww, between(near, f64x2.sub(far, near), cc));
      const at = sums + ((<usize>x) << 3);
      v128.store(at, first ? value : f64x2.add(v128.load(at), value));
    }
    for (; x < end; x++) {
      const a = load<f64>(smooth + ((<usize>x) << 3));
      const here = p0 + (q0 - p0) * a;
      const near = here + (p1 + (q1 - p1) * a - here) * b;
      const later = p2 + (q2 - p2) * a;
      const far = later + (p3 + (q3 - p3) * a - later) * b;
      const value = weight * (near + (far - near) * c);
      const at = sums + ((<usize>x) << 3);
      store<f64>(at, first ? value : load<f64>(at) + value);
    }
    p0 = q0; p1 = q1; p2 = q2; p3 = q3;
    known = i + 1;
  }
}

/** values[x] = 0.5 + (values[x] / whole − 0.5) · contrast, clipped to 0..1. */
export function setContrast(values: usize, whole: f64, contrast: f64, count: i32): void {
  let x = 0;
  const half = f64x2.splat(0.5);
  for (; x + 2 <= count; x += 2) {
    const at = values + ((<usize>x) << 3);
    const off = f64x2.sub(f64x2.div(v128.load(at), f64x2.splat(whole)), half);
    const value = f64x2.add(half, f64x2.mul(off, f64x2.splat(contrast)));
    v128.store(at, f64x2.pmin(f64x2.pmax(value, f64x2.splat(0)), f64x2.splat(1)));
  }
  for (; x < count; x++) {
    const at = values + ((<usize>x) << 3);
    const value = 0.5 + (load<f64>(at) / whole - 0.5) * contrast;
    store<f64>(at, value < 0 ? 0 : value > 1 ? 1 : value);
  }
}
