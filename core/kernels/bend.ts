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

/** Coordinates of a row from those at its nodes, which lie 2^shift pixels apart, 4 or more: a shift by a constant is one step. */
// @ts-ignore: decorator
@inline
function betweenEdges(edges: usize, shift: i32, out: usize): void {
  const each = 1 << shift;
  for (let x = 0; x < TILE; x += each) {
    const from = v128.load32_splat(edges);
    const way = i32x4.sub(v128.load32_splat(edges, 4), from);
    const four = i32x4.shl(way, 2);
    let parts = i32x4.mul(way, i32x4(0, 1, 2, 3));
    for (let p = 0; p < each; p += 4) {
      v128.store(out, i32x4.add(from, i32x4.shr_s(parts, shift)));
      parts = i32x4.add(parts, four);
      out += 16;
    }
    edges += 4;
  }
}

/** The same of nodes that lie closer. */
function betweenClose(edges: usize, shift: i32, out: usize): void {
  const each = 1 << shift;
  for (let x = 0; x < TILE; x += each) {
    for (let p = 0; p < each; p++) {
      store<i32>(out, between(load<i32>(edges), load<i32>(edges, 4), p, shift));
      out += 4;
    }
    edges += 4;
  }
}

/** Bytes of the coordinates of a row of a square. */
const ROW: usize = 256;

/** Coordinates of one row of a square from those of its nodes, which lie in rows of 64 / 2^shift + 1. `edges`: 288 bytes. */
function coordinatesOf(nodes: usize, shift: i32, line: i32, edges: usize, out: usize): void {
  edgesOf(nodes, shift, line, edges);
  if (shift == 5) betweenEdges(edges, 5, out);
  else if (shift == 4) betweenEdges(edges, 4, out);
  else if (shift == 3) betweenEdges(edges, 3, out);
  else if (shift == 2) betweenEdges(edges, 2, out);
  else betweenClose(edges, shift, out);
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

/** Factors for the low and the high halves of lanes: products of halves are added in one step. */
// @ts-ignore: decorator
@inline
function halves(low: i32, high: i32): v128 {
  return i32x4.splat((low & 0xffff) | (high << 16));
}

/**
 * Bytes from the beginning of a table to the entries of four places. The upper bits of a fraction are those above 16 of its
 * product with 2^bits; what the sign and the whole cells add lies above them.
 */
// @ts-ignore: decorator
@inline
function fourOffsets(u: v128, v: v128, ubits: i32, vbits: i32): v128 {
  const column = v128.and(
    i32x4.shr_u(i32x4.dot_i16x8_s(u, halves(2 << ubits, 0)), 16),
    i32x4.splat((2 << ubits) - 2),
  );
  const row = v128.and(i32x4.shr_u(i32x4.dot_i16x8_s(v, halves(1 << vbits, 0)), 16), i32x4.splat((1 << vbits) - 1));
  return i32x4.add(column, i32x4.dot_i16x8_s(row, halves(2 << ubits, 0)));
}

/** Four thresholds by their addresses. */
// @ts-ignore: decorator
@inline
function fourThresholds(at: v128): v128 {
  let all = v128.load16_lane(<usize>i32x4.extract_lane(at, 0), i32x4.splat(0), 0);
  all = v128.load16_lane(<usize>i32x4.extract_lane(at, 1), all, 2);
  all = v128.load16_lane(<usize>i32x4.extract_lane(at, 2), all, 4);
  return v128.load16_lane(<usize>i32x4.extract_lane(at, 3), all, 6);
}

/**
 * Four thresholds moved as `setApartIn` moves one. The turn of a cell is taken less 32768, so that it is a signed number;
 * half of the spread, which that takes away, is just what is to be taken away, but for the half of an odd one.
 */
// @ts-ignore: decorator
@inline
function fourApart(threshold: v128, u: v128, v: v128, spread: i32): v128 {
  const cell = i16x8.shuffle(i32x4.shr_u(u, 16), v, 0, 9, 2, 11, 4, 13, 6, 15);
  const turn = v128.xor(i32x4.dot_i16x8_s(cell, halves(APART_U, APART_V)), i32x4.splat(0x8000));
  const part = i32x4.add(i32x4.dot_i16x8_s(turn, halves(spread, 0)), i32x4.splat((spread & 1) << 15));
  const moved = i32x4.add(threshold, i32x4.shr_s(part, 16));
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
  const vr = room + ROW;
  const edges = vr + ROW;
  const bytes = (<usize>2) << (ubits + vbits);
  const fours = count & ~3;
  const left0 = i32x4.splat(c0);
  const top0 = i32x4.splat(r0);
  const across = i32x4.splat(columns);
  const table = i32x4.splat(<i32>tables);
  for (let k = 0; k < rows; k++) {
    coordinatesOf(us, shift, y + k * step, edges, ur);
    coordinatesOf(vs, shift, y + k * step, edges, vr);
    let to = out + <usize>(k * stride);
    let at = (<usize>x) << 2;
    let n = 0;
    for (; n < fours; n += 4) {
      const u = v128.load(ur + at);
      const v = v128.load(vr + at);
      let address = i32x4.add(table, fourOffsets(u, v, ubits, vbits));
      if (states != 0) {
        const column = i32x4.shr_s(u, 16);
        const row = i32x4.shr_s(v, 16);
        const cell = i32x4.add(i32x4.mul(i32x4.sub(row, top0), across), i32x4.sub(column, left0));
        let state = i32x4.splat(<i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 0)));
        state = i32x4.replace_lane(state, 1, <i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 1)));
        state = i32x4.replace_lane(state, 2, <i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 2)));
        state = i32x4.replace_lane(state, 3, <i32>load<u8>(states + <usize>i32x4.extract_lane(cell, 3)));
        address = i32x4.add(address, i32x4.shl(state, ubits + vbits + 1));
      }
      const whole = fourApart(fourThresholds(address), u, v, spread);
      store<u64>(to, i64x2.extract_lane(i16x8.narrow_i32x4_u(whole, whole), 0));
      at += 16;
      to += 8;
    }
    for (; n < count; n++) {
      const u = load<i32>(ur + at);
      const v = load<i32>(vr + at);
      let own = tables;
      if (states != 0) own += (<usize>load<u8>(states + <usize>(((v >> 16) - r0) * columns + (u >> 16) - c0))) * bytes;
      const threshold = <i32>load<u16>(own + ((<usize>entryOf(u, v, ubits, vbits)) << 1));
      store<u16>(to, <u16>setApartIn(threshold, u, v, spread));
      at += 4;
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
  const vr = room + ROW;
  const edges = vr + ROW;
  for (let k = 0; k < rows; k++) {
    coordinatesOf(us, shift, y + k * step, edges, ur);
    coordinatesOf(vs, shift, y + k * step, edges, vr);
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
  const vr = room + ROW;
  const edges = vr + ROW;
  for (let k = 0; k < rows; k++) {
    coordinatesOf(us, shift, y + k * step, edges, ur);
    coordinatesOf(vs, shift, y + k * step, edges, vr);
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
    const begin = i32x4.splat(<i32>table);
    const uWay = i32x4.splat(ub - ua);
    const vWay = i32x4.splat(vb - va);
    for (; n + 4 <= end; n += 4) {
      const parts = i32x4.add(i32x4.splat(part), i32x4(0, 1, 2, 3));
      const u = i32x4.add(i32x4.splat(ua), i32x4.shr_s(i32x4.mul(uWay, parts), ROW_SHIFT));
      const v = i32x4.add(i32x4.splat(va), i32x4.shr_s(i32x4.mul(vWay, parts), ROW_SHIFT));
      const whole = fourApart(fourThresholds(i32x4.add(begin, fourOffsets(u, v, ubits, vbits))), u, v, spread);
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
