/** Whole numbers of a cell's sums before those of its planes: pixels, and six moments of the first plane. */
const MOMENTS: i32 = 6;

let spanFrom: i32 = 0;
let spanTo: i32 = 0;

/** Where the row of pixels with its middle at y lies inside a convex polygon: from the first to before the last pixel. */
// @ts-ignore: decorator
@inline
function findSpan(corners: usize, count: i32, y: f64): bool {
  let from: f64 = Infinity;
  let to: f64 = -Infinity;
  let x0 = load<f64>(corners + ((<usize>(count - 1)) << 4));
  let y0 = load<f64>(corners + ((<usize>(count - 1)) << 4), 8);
  let before = y0 <= y;
  for (let k = 0; k < count; k++) {
    const at = corners + ((<usize>k) << 4);
    const x1 = load<f64>(at);
    const y1 = load<f64>(at, 8);
    const after = y1 <= y;
    if (before != after) {
      const x = x0 + ((y - y0) / (y1 - y0)) * (x1 - x0);
      from = min(from, x);
      to = max(to, x);
    }
    x0 = x1;
    y0 = y1;
    before = after;
  }
  if (to < from) return false;
  spanFrom = <i32>Math.ceil(from - 0.5);
  spanTo = <i32>Math.ceil(to - 0.5);
  return spanTo > spanFrom;
}

/** The sum of 16-bit values, exact for up to 2^18 of them. */
// @ts-ignore: decorator
@inline
function sumRow(at: usize, count: i32): f64 {
  let lanes = i32x4.splat(0);
  let k = 0;
  for (; k + 8 <= count; k += 8) {
    lanes = i32x4.add(lanes, i32x4.extadd_pairwise_i16x8_u(v128.load(at)));
    at += 16;
  }
  let sum =
    <f64>(<u32>i32x4.extract_lane(lanes, 0)) +
    <f64>(<u32>i32x4.extract_lane(lanes, 1)) +
    <f64>(<u32>i32x4.extract_lane(lanes, 2)) +
    <f64>(<u32>i32x4.extract_lane(lanes, 3));
  for (; k < count; k++) {
    sum += <f64>load<u16>(at);
    at += 2;
  }
  return sum;
}

/** Adds x, y, x², y², x·v and y·v of a row of pixels about the site to six sums. */
function addMoments(values: usize, from: i32, to: i32, dx: f64, dy: f64, sums: usize): void {
  for (let k = from; k < to; k++) {
    const x = <f64>k + dx;
    const v = <f64>load<u16>(values + ((<usize>k) << 1));
    store<f64>(sums, load<f64>(sums) + x);
    store<f64>(sums, load<f64>(sums, 8) + dy, 8);
    store<f64>(sums, load<f64>(sums, 16) + x * x, 16);
    store<f64>(sums, load<f64>(sums, 24) + dy * dy, 24);
    store<f64>(sums, load<f64>(sums, 32) + x * v, 32);
    store<f64>(sums, load<f64>(sums, 40) + dy * v, 40);
  }
}

/**
 * Adds what `planes` planes of 16-bit values hold under convex cells to the sums of each: pixels whose middle lies
 * inside, six moments of the first plane (if asked for), and each plane. The planes lie one after the other, `rows` rows
 * of `width` values each: every step-th row of the sheet, from (left, top) on. `cells`: corners x, y of all cells; `ends`:
 * where those of each cell end; `sites`: x, y of each.
 */
export function sumMarkCells(
  cells: usize, ends: usize, sites: usize, count: i32,
  values: usize, planes: i32, left: i32, top: i32, width: i32, rows: i32, step: i32,
  moments: bool, sums: usize,
): void {
  const plane = (<usize>(width * rows)) << 1;
  const each = (<usize>(1 + MOMENTS + planes)) << 3;
  let begun = 0;
  for (let c = 0; c < count; c++) {
    const end = load<i32>(ends + ((<usize>c) << 2));
    const corners = cells + ((<usize>begun) << 4);
    const n = end - begun;
    begun = end;
    let highest: f64 = Infinity;
    let lowest: f64 = -Infinity;
    for (let k = 0; k < n; k++) {
      const y = load<f64>(corners + ((<usize>k) << 4), 8);
      highest = min(highest, y);
      lowest = max(lowest, y);
    }
    const dx = <f64>left + 0.5 - load<f64>(sites + ((<usize>c) << 4));
    const siteY = load<f64>(sites + ((<usize>c) << 4), 8);
    for (let row = max(0, <i32>Math.ceil((highest - 0.5 - <f64>top) / <f64>step)); row < rows; row++) {
      const y = <f64>(top + row * step) + 0.5;
      if (y >= lowest) break;
      if (!findSpan(corners, n, y)) continue;
      const from = max(left, spanFrom) - left;
      const to = min(left + width, spanTo) - left;
      if (to <= from) continue;
      store<f64>(sums, load<f64>(sums) + <f64>(to - from));
      const at = values + ((<usize>(row * width)) << 1);
      for (let p = 0; p < planes; p++) {
        const own = sums + ((<usize>(1 + MOMENTS + p)) << 3);
        const first = at + plane * <usize>p + ((<usize>from) << 1);
        store<f64>(own, load<f64>(own) + sumRow(first, to - from));
      }
      if (moments) addMoments(at, from, to, dx, y - siteY, sums + 8);
    }
    sums += each;
  }
}
