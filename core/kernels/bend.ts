/** Side of the squares of pixels whose places are worked out at a time: see `bend/place-grid`. */
const TILE: i32 = 64;

/** Steps of the sequence R2 in 65536ths: neighbouring cells are told apart by terms that lie far from each other. */
const APART_U: i32 = 49472;
const APART_V: i32 = 37345;

/** Part of the way from one node to the next, in steps of 1 / 2^shift. Coordinates wrap at 32768 cells, as i32 does. */
// @ts-ignore: decorator
@inline
function between(from: i32, to: i32, part: i32, shift: i32): i32 {
  return from + (((to - from) * part) >> shift);
}

/** Coordinates of one row of a square from those of its nodes, which lie in rows of 64 / 2^shift + 1. */
function coordinatesOf(nodes: usize, shift: i32, line: i32, out: usize): void {
  const wide = (TILE >> shift) + 1;
  const each = 1 << shift;
  const down = line & (each - 1);
  const first = nodes + ((<usize>((line >> shift) * wide)) << 2);
  const next = first + ((<usize>wide) << 2);
  const lanes = i32x4(0, 1, 2, 3);
  let from = between(load<i32>(first), load<i32>(next), down, shift);
  for (let c = 1; c < wide; c++) {
    const at = (<usize>c) << 2;
    const to = between(load<i32>(first + at), load<i32>(next + at), down, shift);
    if (each < 4) {
      for (let p = 0; p < each; p++) {
        store<i32>(out, between(from, to, p, shift));
        out += 4;
      }
    } else {
      const start = i32x4.splat(from);
      const way = i32x4.splat(to - from);
      for (let p = 0; p < each; p += 4) {
        const part = i32x4.add(i32x4.splat(p), lanes);
        v128.store(out, i32x4.add(start, i32x4.shr_s(i32x4.mul(way, part), shift)));
        out += 16;
      }
    }
    from = to;
  }
}

/** Bytes for the coordinates at the nodes of a row. */
const EDGES: usize = 512;

/** Coordinates at the nodes of a row of pixels between two rows of nodes, four at a time. */
function edgesOf(nodes: usize, shift: i32, line: i32, out: usize): void {
  const wide = (TILE >> shift) + 1;
  const down = i32x4.splat(line & ((1 << shift) - 1));
  const first = nodes + ((<usize>((line >> shift) * wide)) << 2);
  const next = first + ((<usize>wide) << 2);
  for (let c = 0; c < wide; c += 4) {
    const at = (<usize>c) << 2;
    const from = v128.load(first + at);
    v128.store(out + at, i32x4.add(from, i32x4.shr_s(i32x4.mul(i32x4.sub(v128.load(next + at), from), down), shift)));
  }
}

/** The coordinate of one pixel of a row from those at its nodes. */
// @ts-ignore: decorator
@inline
function onEdge(edges: usize, x: i32, shift: i32): i32 {
  const at = edges + ((<usize>(x >> shift)) << 2);
  return between(load<i32>(at), load<i32>(at, 4), x & ((1 << shift) - 1), shift);
}

/** Those of four pixels from x on, a multiple of 4; nodes are 4 pixels apart or more. */
// @ts-ignore: decorator
@inline
function fourOnEdge(edges: usize, x: i32, shift: i32): v128 {
  const at = edges + ((<usize>(x >> shift)) << 2);
  const from = v128.load32_splat(at);
  const way = i32x4.sub(v128.load32_splat(at, 4), from);
  const part = i32x4.add(i32x4.splat(x & ((1 << shift) - 1)), i32x4(0, 1, 2, 3));
  return i32x4.add(from, i32x4.shr_s(i32x4.mul(way, part), shift));
}

/** Where in a table of one cell a place lies: its row and column are the upper bits of its fractions. */
// @ts-ignore: decorator
@inline
function entryOf(u: i32, v: i32, ubits: i32, vbits: i32): i32 {
  return (((v & 0xffff) >> (16 - vbits)) << ubits) | ((u & 0xffff) >> (16 - ubits));
}

/** A threshold moved by what its cell differs from others, and turned back at both ends, so that all stay as frequent. */
// @ts-ignore: decorator
@inline
function setApartIn(threshold: i32, u: i32, v: i32, spread: i32): i32 {
  const turn = ((u >> 16) * APART_U + (v >> 16) * APART_V) & 0xffff;
  const moved = threshold + ((turn * spread) >> 16) - (spread >> 1);
  const risen = moved < 0 ? -moved - 1 : moved;
  return min(65534, risen > 65534 ? 2 * 65535 - 1 - risen : risen);
}

/** The same of four places. */
// @ts-ignore: decorator
@inline
function fourEntriesAt(u: v128, v: v128, ubits: i32, vbits: i32): v128 {
  const low = i32x4.splat(0xffff);
  const row = i32x4.shl(i32x4.shr_u(v128.and(v, low), 16 - vbits), ubits);
  return v128.or(row, i32x4.shr_u(v128.and(u, low), 16 - ubits));
}

/** Four thresholds of a table. */
// @ts-ignore: decorator
@inline
function fourEntries(table: usize, entry: v128): v128 {
  let all = i32x4.splat(<i32>load<u16>(table + ((<usize>i32x4.extract_lane(entry, 0)) << 1)));
  all = i32x4.replace_lane(all, 1, <i32>load<u16>(table + ((<usize>i32x4.extract_lane(entry, 1)) << 1)));
  all = i32x4.replace_lane(all, 2, <i32>load<u16>(table + ((<usize>i32x4.extract_lane(entry, 2)) << 1)));
  return i32x4.replace_lane(all, 3, <i32>load<u16>(table + ((<usize>i32x4.extract_lane(entry, 3)) << 1)));
}

/** Four thresholds moved as `setApartIn` moves one. */
// @ts-ignore: decorator
@inline
function fourApart(threshold: v128, column: v128, row: v128, spread: i32): v128 {
  const cell = i32x4.add(i32x4.mul(column, i32x4.splat(APART_U)), i32x4.mul(row, i32x4.splat(APART_V)));
  const part = i32x4.shr_u(i32x4.mul(v128.and(cell, i32x4.splat(0xffff)), i32x4.splat(spread)), 16);
  const moved = i32x4.sub(i32x4.add(threshold, part), i32x4.splat(spread >> 1));
  // -moved - 1 is every bit the other way round.
  const risen = v128.xor(moved, i32x4.shr_s(moved, 31));
  return i32x4.min_s(i32x4.min_s(risen, i32x4.sub(i32x4.splat(2 * 65535 - 1), risen)), i32x4.splat(65534));
}

/**
 * Thresholds of a bent lattice in rows of a square. `us`, `vs`: lattice coordinates of its nodes, 65536 to a cell; between
 * them coordinates lie on straight lines. `tables`: thresholds of one cell, 2^ubits to a row and 2^vbits rows; one table
 * for each state. `states`: the state of each cell of a box of `columns` cells a row that begins at (c0, r0), 0 where all
 * cells have the first table. `spread`: how far cells are set apart. Writes `count` thresholds from column x on of each
 * `step`-th of the rows from y on to `out`, rows `stride` bytes apart; `room` takes 1024 bytes.
 */
export function bentThresholds(
  us: usize, vs: usize, shift: i32, x: i32, y: i32, count: i32, rows: i32, step: i32,
  tables: usize, ubits: i32, vbits: i32, states: usize, c0: i32, r0: i32, columns: i32,
  spread: i32, room: usize, out: usize, stride: i32,
): void {
  const ur = room;
  const vr = room + EDGES;
  const bytes = (<usize>2) << (ubits + vbits);
  const fours = shift >= 2 && (x & 3) == 0 ? count & ~3 : 0;
  const left0 = i32x4.splat(c0);
  const top0 = i32x4.splat(r0);
  const across = i32x4.splat(columns);
  for (let k = 0; k < rows; k++) {
    edgesOf(us, shift, y + k * step, ur);
    edgesOf(vs, shift, y + k * step, vr);
    let to = out + <usize>(k * stride);
    let n = 0;
    for (; n < fours; n += 4) {
      const u = fourOnEdge(ur, x + n, shift);
      const v = fourOnEdge(vr, x + n, shift);
      const column = i32x4.shr_s(u, 16);
      const row = i32x4.shr_s(v, 16);
      let entry = fourEntriesAt(u, v, ubits, vbits);
      if (states != 0) {
        const cell = i32x4.add(i32x4.mul(i32x4.sub(row, top0), across), i32x4.sub(column, left0));
        let state = i32x4.splat(<i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 0)));
        state = i32x4.replace_lane(state, 1, <i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 1)));
        state = i32x4.replace_lane(state, 2, <i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 2)));
        state = i32x4.replace_lane(state, 3, <i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 3)));
        entry = i32x4.add(entry, i32x4.shl(state, ubits + vbits));
      }
      const whole = fourApart(fourEntries(tables, entry), column, row, spread);
      store<u64>(to, i64x2.extract_lane(i16x8.narrow_i32x4_u(whole, whole), 0));
      to += 8;
    }
    for (; n < count; n++) {
      const u = onEdge(ur, x + n, shift);
      const v = onEdge(vr, x + n, shift);
      let table = tables;
      if (states != 0) table += (<usize>load<u8>(states + <usize>(((v >> 16) - r0) * columns + (u >> 16) - c0))) * bytes;
      const threshold = <i32>load<u16>(table + ((<usize>entryOf(u, v, ubits, vbits)) << 1));
      store<u16>(to, <u16>setApartIn(threshold, u, v, spread));
      to += 2;
    }
  }
}

/** The number of the cell in which a pixel of a row lies, in a grid of `columns` cells a row that begins at (c0, r0). */
// @ts-ignore: decorator
@inline
function cellAt(ur: usize, vr: usize, x: i32, c0: i32, r0: i32, columns: i32): i32 {
  const p = (<usize>x) << 2;
  return ((load<i32>(vr + p) >> 16) - r0) * columns + (load<i32>(ur + p) >> 16) - c0;
}

/**
 * Sums of tones by cells of a bent lattice, over rows of a square as in `bentThresholds`: pairs of f64 (tone, pixels) in a
 * grid of `columns` cells a row that begins at (c0, r0). The tones of its rows lie `stride` bytes apart.
 */
export function bentSums(
  us: usize, vs: usize, shift: i32, x: i32, y: i32, count: i32, rows: i32, step: i32,
  tones: usize, stride: i32, c0: i32, r0: i32, columns: i32, room: usize, sums: usize,
): void {
  const ur = room;
  const vr = room + (TILE << 2);
  for (let k = 0; k < rows; k++) {
    coordinatesOf(us, shift, y + k * step, ur);
    coordinatesOf(vs, shift, y + k * step, vr);
    const from = tones + <usize>(k * stride);
    for (let n = 0; n < count; n++) {
      const cell = cellAt(ur, vr, x + n, c0, r0, columns);
      const at = sums + ((<usize>cell) << 4);
      v128.store(at, f64x2.add(v128.load(at), f64x2.replace_lane(f64x2.splat(1), 0, <f64>load<u16>(from + ((<usize>n) << 1)))));
    }
  }
}

/** The value of each pixel's cell, over rows of a square as in `bentThresholds`; `means` are numbered as sums are. */
export function bentSpread(
  us: usize, vs: usize, shift: i32, x: i32, y: i32, count: i32, rows: i32, step: i32,
  means: usize, c0: i32, r0: i32, columns: i32, room: usize, out: usize, stride: i32,
): void {
  const ur = room;
  const vr = room + (TILE << 2);
  for (let k = 0; k < rows; k++) {
    coordinatesOf(us, shift, y + k * step, ur);
    coordinatesOf(vs, shift, y + k * step, vr);
    const to = out + <usize>(k * stride);
    for (let n = 0; n < count; n++) {
      const cell = cellAt(ur, vr, x + n, c0, r0, columns);
      store<u16>(to + ((<usize>n) << 1), load<u16>(means + ((<usize>cell) << 1)));
    }
  }
}

/** Pixels between the nodes of a row, as a power of two. */
const ROW_SHIFT: i32 = 5;

/**
 * Thresholds of `count` pixels of one row of a bent lattice. `us`, `vs`: lattice coordinates of nodes 32 pixels apart, the
 * first of them `first` pixels before the row, 65536 to a cell. `slots`: for each node the number of the table, as a u16,
 * of the pixels between it and the next one. `tables`, `ubits`, `vbits`, `spread` as in `bentThresholds`.
 */
export function bentRow(
  us: usize, vs: usize, slots: usize, first: i32, count: i32,
  tables: usize, ubits: i32, vbits: i32, spread: i32, out: usize,
): void {
  const bytes = (<usize>2) << (ubits + vbits);
  const each = 1 << ROW_SHIFT;
  for (let n = 0; n < count;) {
    const node = (n + first) >> ROW_SHIFT;
    const at = (<usize>node) << 2;
    const ua = load<i32>(us + at);
    const ub = load<i32>(us + at + 4);
    const va = load<i32>(vs + at);
    const vb = load<i32>(vs + at + 4);
    const table = tables + (<usize>load<u16>(slots + ((<usize>node) << 1))) * bytes;
    let part = (n + first) & (each - 1);
    const end = min(count, n + each - part);
    const uWay = i32x4.splat(ub - ua);
    const vWay = i32x4.splat(vb - va);
    for (; n + 4 <= end; n += 4) {
      const parts = i32x4.add(i32x4.splat(part), i32x4(0, 1, 2, 3));
      const u = i32x4.add(i32x4.splat(ua), i32x4.shr_s(i32x4.mul(uWay, parts), ROW_SHIFT));
      const v = i32x4.add(i32x4.splat(va), i32x4.shr_s(i32x4.mul(vWay, parts), ROW_SHIFT));
      const threshold = fourEntries(table, fourEntriesAt(u, v, ubits, vbits));
      const whole = fourApart(threshold, i32x4.shr_s(u, 16), i32x4.shr_s(v, 16), spread);
      store<u64>(out + ((<usize>n) << 1), i64x2.extract_lane(i16x8.narrow_i32x4_u(whole, whole), 0));
      part += 4;
    }
    for (; n < end; n++) {
      const u = between(ua, ub, part, ROW_SHIFT);
      const v = between(va, vb, part, ROW_SHIFT);
      const threshold = <i32>load<u16>(table + ((<usize>entryOf(u, v, ubits, vbits)) << 1));
      store<u16>(out + ((<usize>n) << 1), <u16>setApartIn(threshold, u, v, spread));
      part++;
    }
  }
}
