/** Whole numbers of a cell's sums before those of its planes: pixels, and six moments of the first plane. */
const MOMENTS: i32 = 6;

/** The first row of an area whose middle lies at y or further down; row k lies at first + k * step. */
// @ts-ignore: decorator
@inline
function rowAt(y: f64, first: f64, step: f64): i32 {
  let row = <i32>Math.ceil((y - first) / step);
  // Rounding may be off by one row.
  if (first + <f64>row * step < y) row++;
  else if (first + <f64>(row - 1) * step >= y) row--;
  return row;
}

/** Notes in the spans of rows, two f64 each, where the edge from (x0, y0) to (x1, y1) of a convex polygon crosses their middles. */
// @ts-ignore: decorator
@inline
function noteEdge(
  spans: usize, begin: i32, end: i32, first: f64, step: f64, x0: f64, y0: f64, x1: f64, y1: f64,
): void {
  if (y0 == y1) return;
  const from = max(begin, rowAt(min(y0, y1), first, step));
  const to = min(end, rowAt(max(y0, y1), first, step));
  for (let row = from; row < to; row++) {
    const x = x0 + ((first + <f64>row * step - y0) / (y1 - y0)) * (x1 - x0);
    const at = spans + ((<usize>(row - begin)) << 4);
    v128.store(at, f64x2(min(load<f64>(at), x), max(load<f64>(at, 8), x)));
  }
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

/** The tone of a code of 16 bits (`wide`) or of 8. */
// @ts-ignore: decorator
@inline
function toneAt(codes: usize, k: usize, table: usize, wide: bool): u32 {
  return load<u16>(table + (<usize>(wide ? load<u16>(codes + (k << 1)) : load<u8>(codes + k)) << 1));
}

/** The sum of the tones that a table of 16-bit tones gives for codes. Four at a time do not wait for each other. */
// @ts-ignore: decorator
@inline
function sumCodes(at: usize, count: i32, table: usize, wide: bool): u64 {
  const end = <usize>count;
  let a: u64 = 0;
  let b: u64 = 0;
  let k: usize = 0;
  for (; k + 4 <= end; k += 4) {
    a += toneAt(at, k, table, wide) + toneAt(at, k + 1, table, wide);
    b += toneAt(at, k + 2, table, wide) + toneAt(at, k + 3, table, wide);
  }
  for (; k < end; k++) a += toneAt(at, k, table, wide);
  return a + b;
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

/** The rows of an area that a convex cell reaches into: the first, and the one after the last. */
let begin: i32 = 0;
let finish: i32 = 0;

/**
 * Notes where the rows of an area cross a convex cell of `n` corners: two f64 for each of the rows from `begin` to `finish`,
 * which it sets.
 */
// @ts-ignore: decorator
@inline
function noteCell(corners: usize, n: i32, top: i32, rows: i32, step: i32, spans: usize): void {
  let highest: f64 = Infinity;
  let lowest: f64 = -Infinity;
  for (let k = 0; k < n; k++) {
    const y = load<f64>(corners + ((<usize>k) << 4), 8);
    highest = min(highest, y);
    lowest = max(lowest, y);
  }
  const first = <f64>top + 0.5;
  begin = max(0, rowAt(highest, first, <f64>step));
  finish = min(rows, rowAt(lowest, first, <f64>step));
  for (let row = begin; row < finish; row++) {
    v128.store(spans + ((<usize>(row - begin)) << 4), f64x2(Infinity, -Infinity));
  }
  let last = corners + ((<usize>(n - 1)) << 4);
  for (let k = 0; k < n; k++) {
    const next = corners + ((<usize>k) << 4);
    noteEdge(
      spans, begin, finish, first, <f64>step,
      load<f64>(last), load<f64>(last, 8), load<f64>(next), load<f64>(next, 8),
    );
    last = next;
  }
}

/** The first pixel of a span whose middle lies inside, and the one after the last, from the left of an area. */
// @ts-ignore: decorator
@inline
function spanFrom(span: usize, left: i32): i32 {
  return max(left, <i32>Math.ceil(load<f64>(span) - 0.5)) - left;
}

// @ts-ignore: decorator
@inline
function spanTo(span: usize, left: i32, width: i32): i32 {
  return min(left + width, <i32>Math.ceil(load<f64>(span, 8) - 0.5)) - left;
}

// @ts-ignore: decorator
@inline
const isCrossed = (span: usize): bool => load<f64>(span) <= load<f64>(span, 8);

/**
 * Adds what `planes` planes of 16-bit values hold under convex cells to the sums of each: pixels whose middle lies
 * inside, six moments of the first plane (if asked for), and each plane. The planes lie one after the other, `rows` rows
 * of `width` values each: every step-th row of the sheet, from (left, top) on. `cells`: corners x, y of all cells; `ends`:
 * where those of each cell end; `sites`: x, y of each; `spans`: room for two f64 of every row.
 */
export function sumMarkCells(
  cells: usize, ends: usize, sites: usize, count: i32,
  values: usize, planes: i32, left: i32, top: i32, width: i32, rows: i32, step: i32,
  moments: bool, spans: usize, sums: usize,
): void {
  const plane = (<usize>(width * rows)) << 1;
  const each = (<usize>(1 + MOMENTS + planes)) << 3;
  let begun = 0;
  for (let c = 0; c < count; c++) {
    const end = load<i32>(ends + ((<usize>c) << 2));
    noteCell(cells + ((<usize>begun) << 4), end - begun, top, rows, step, spans);
    begun = end;
    const dx = <f64>left + 0.5 - load<f64>(sites + ((<usize>c) << 4));
    const siteY = load<f64>(sites + ((<usize>c) << 4), 8);
    const first = <f64>top + 0.5;
    for (let row = begin; row < finish; row++) {
      const span = spans + ((<usize>(row - begin)) << 4);
      if (!isCrossed(span)) continue;
      const from = spanFrom(span, left);
      const to = spanTo(span, left, width);
      if (to <= from) continue;
      store<f64>(sums, load<f64>(sums) + <f64>(to - from));
      const at = values + ((<usize>(row * width)) << 1);
      for (let p = 0; p < planes; p++) {
        const own = sums + ((<usize>(1 + MOMENTS + p)) << 3);
        const begins = at + plane * <usize>p + ((<usize>from) << 1);
        store<f64>(own, load<f64>(own) + sumRow(begins, to - from));
      }
      if (moments) addMoments(at, from, to, dx, first + <f64>(row * step) - siteY, sums + 8);
    }
    sums += each;
  }
}

/**
 * Writes which pixels of an area lie inside of convex cells, in i32: of each cell its first row and how many rows follow,
 * then of each row its first pixel and the one after the last. Returns how many numbers those are; where they are more than
 * `most` nothing is written past it. The rest is as `sumMarkCells` takes it.
 */
export function markSpans(
  cells: usize, ends: usize, count: i32,
  left: i32, top: i32, width: i32, rows: i32, step: i32, spans: usize, most: i32, out: usize,
): i32 {
  let begun = 0;
  let done = 0;
  for (let c = 0; c < count; c++) {
    const end = load<i32>(ends + ((<usize>c) << 2));
    noteCell(cells + ((<usize>begun) << 4), end - begun, top, rows, step, spans);
    begun = end;
    const many = max(0, finish - begin);
    const next = done + 2 + 2 * many;
    if (next <= most) {
      let to = out + ((<usize>done) << 2);
      store<i32>(to, begin);
      store<i32>(to, many, 4);
      for (let k = 0; k < many; k++) {
        const span = spans + ((<usize>k) << 4);
        to += 8;
        const inside = isCrossed(span) && spanTo(span, left, width) > spanFrom(span, left);
        store<i32>(to, inside ? spanFrom(span, left) : 0);
        store<i32>(to, inside ? spanTo(span, left, width) : 0, 4);
      }
    }
    done = next;
  }
  return done;
}

/**
 * Adds the tones that a table of 16-bit tones gives for the codes, of 16 bits (`wide`) or of 8, in the spans of `count` cells
 * to the sums of each: pixels, six moments that stay as they are, and the tones. `spans` as `markSpans` writes them; `width`:
 * codes in a row.
 */
export function sumSpans(
  spans: usize, count: i32, codes: usize, width: i32, table: usize, wide: bool, sums: usize,
): void {
  const shift: usize = wide ? 1 : 0;
  for (let c = 0; c < count; c++) {
    const many = load<i32>(spans, 4);
    let at = codes + ((<usize>(load<i32>(spans) * width)) << shift);
    let pixels = 0;
    let tones: u64 = 0;
    for (let k = 0; k < many; k++) {
      spans += 8;
      const from = load<i32>(spans);
      const inside = load<i32>(spans, 4) - from;
      pixels += inside;
      const row = at + ((<usize>from) << shift);
      tones += wide ? sumCodes(row, inside, table, true) : sumCodes(row, inside, table, false);
      at += (<usize>width) << shift;
    }
    spans += 8;
    store<f64>(sums, load<f64>(sums) + <f64>pixels);
    const own = sums + ((<usize>(1 + MOMENTS)) << 3);
    store<f64>(own, load<f64>(own) + <f64>tones);
    sums += (<usize>(2 + MOMENTS)) << 3;
  }
}
