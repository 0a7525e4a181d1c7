/** Side of the squares of pixels whose places are worked out at a time: see `bend/place-tile`. */
const TILE: i32 = 64;

/** The weight of the first of four values at t of the way from the second to the third (Lagrange's formula), for both axes. */
// @ts-ignore: decorator
@inline
function first(t: f64): v128 {
  return f64x2.splat((-t * (t - 1) * (t - 2)) / 6);
}

/** The weight of the second of them. */
// @ts-ignore: decorator
@inline
function second(t: f64): v128 {
  return f64x2.splat(((t + 1) * (t - 1) * (t - 2)) / 2);
}

/** The weight of the third of them. */
// @ts-ignore: decorator
@inline
function third(t: f64): v128 {
  return f64x2.splat((-(t + 1) * t * (t - 2)) / 2);
}

/** The weight of the fourth of them. */
// @ts-ignore: decorator
@inline
function fourth(t: f64): v128 {
  return f64x2.splat(((t + 1) * t * (t - 1)) / 6);
}

/** 1.5 · 2^52: a number of doubles that lie 1 apart, far from both ends of its binade. */
const WHOLE: f64 = 6755399441055744;

/** A place between the second and the third of four that lie `apart` bytes apart, by their weights. */
// @ts-ignore: decorator
@inline
function onCubic(from: usize, apart: usize, p: v128, q: v128, s: v128, t: v128): v128 {
  const first = f64x2.add(f64x2.mul(p, v128.load(from)), f64x2.mul(q, v128.load(from + apart)));
  const more = f64x2.add(first, f64x2.mul(s, v128.load(from + 2 * apart)));
  return f64x2.add(more, f64x2.mul(t, v128.load(from + 3 * apart)));
}

/**
 * Lattice coordinates of the nodes of a square, `step` pixels apart, on cubics through nodes that lie `each` pixels apart.
 * `places`: x and y as pairs of f64 at those, in rows of 64 / each + 3, the first of them one node before the square in both
 * ways. A coordinate grows by `ux` with x and by `uy` with y, the other by `vx` and `vy`, 65536 to a cell. Writes i32 to
 * `us` and `vs` in rows of 64 / step + 1, and the least and greatest of both to `ends` in turn: least u, greatest u, least
 * v, greatest v. `room` takes (64 / each + 3) · (64 / step + 1) · 16 bytes.
 */
export function bentCurves(
  places: usize, each: i32, step: i32, ux: f64, uy: f64, vx: f64, vy: f64, room: usize, us: usize, vs: usize, ends: usize,
): void {
  const wide = TILE / each + 3;
  const many = TILE / step + 1;
  const parts = each / step;
  const row = (<usize>wide) << 4;
  const line = (<usize>many) << 4;
  for (let n = 0; n < many; n++) {
    const c = min(wide - 4, n / parts);
    const t = <f64>(n - c * parts) / <f64>parts;
    const p = first(t);
    const q = second(t);
    const s = third(t);
    const w = fourth(t);
    let from = places + ((<usize>c) << 4);
    let to = room + ((<usize>n) << 4);
    for (let r = 0; r < wide; r++) {
      v128.store(to, onCubic(from, 16, p, q, s, w));
      from += row;
      to += line;
    }
  }
  const byX = f64x2.replace_lane(f64x2.splat(ux), 1, vx);
  const byY = f64x2.replace_lane(f64x2.splat(uy), 1, vy);
  const half = f64x2.splat(0.5);
  const whole = f64x2.splat(WHOLE);
  let u0 = i32.MAX_VALUE;
  let u1 = i32.MIN_VALUE;
  let v0 = i32.MAX_VALUE;
  let v1 = i32.MIN_VALUE;
  for (let k = 0; k < many; k++) {
    const r = min(wide - 4, k / parts);
    const t = <f64>(k - r * parts) / <f64>parts;
    const p = first(t);
    const q = second(t);
    const s = third(t);
    const w = fourth(t);
    let from = room + <usize>r * line;
    for (let n = 0; n < many; n++) {
      const place = onCubic(from, line, p, q, s, w);
      const xx = v128.shuffle<f64>(place, place, 0, 0);
      const yy = v128.shuffle<f64>(place, place, 1, 1);
      const both = f64x2.floor(f64x2.add(f64x2.add(f64x2.mul(xx, byX), f64x2.mul(yy, byY)), half));
      // Beside so great a number the lower half of the bits is the whole number itself, and it wraps.
      const bits = f64x2.add(both, whole);
      const u = i32x4.extract_lane(bits, 0);
      const v = i32x4.extract_lane(bits, 2);
      store<i32>(us, u);
      store<i32>(vs, v);
      u0 = min(u0, u);
      u1 = max(u1, u);
      v0 = min(v0, v);
      v1 = max(v1, v);
      us += 4;
      vs += 4;
      from += 16;
    }
  }
  store<i32>(ends, u0);
  store<i32>(ends, u1, 4);
  store<i32>(ends, v0, 8);
  store<i32>(ends, v1, 12);
}

/**
 * Lattice coordinates of nodes 32 pixels apart in one row, on cubics through places 128 pixels apart. `places`: x and y as
 * pairs of f64 in four rows of `wide`, the first of them one place before the row in both ways; the row lies at `t` of the
 * way from the second of those rows to the third. Writes 4 (`wide` - 3) + 1 coordinates as `bentCurves` does; `room` takes
 * 16 `wide` bytes.
 */
export function bentNodesInRow(
  places: usize, wide: i32, t: f64, ux: f64, uy: f64, vx: f64, vy: f64, room: usize, us: usize, vs: usize,
): void {
  const row = (<usize>wide) << 4;
  const p = first(t);
  const q = second(t);
  const s = third(t);
  const w = fourth(t);
  for (let n = 0; n < wide; n++) {
    const at = (<usize>n) << 4;
    v128.store(room + at, onCubic(places + at, row, p, q, s, w));
  }
  const byX = f64x2.replace_lane(f64x2.splat(ux), 1, vx);
  const byY = f64x2.replace_lane(f64x2.splat(uy), 1, vy);
  const half = f64x2.splat(0.5);
  const whole = f64x2.splat(WHOLE);
  const many = 4 * (wide - 3) + 1;
  for (let n = 0; n < many; n++) {
    const c = min(wide - 4, n >> 2);
    const r = <f64>(n - 4 * c) / 4;
    const a = first(r);
    const b = second(r);
    const d = third(r);
    const e = fourth(r);
    const place = onCubic(room + ((<usize>c) << 4), 16, a, b, d, e);
    const xx = v128.shuffle<f64>(place, place, 0, 0);
    const yy = v128.shuffle<f64>(place, place, 1, 1);
    const both = f64x2.floor(f64x2.add(f64x2.add(f64x2.mul(xx, byX), f64x2.mul(yy, byY)), half));
    const bits = f64x2.add(both, whole);
    store<i32>(us, i32x4.extract_lane(bits, 0));
    store<i32>(vs, i32x4.extract_lane(bits, 2));
    us += 4;
    vs += 4;
  }
}
