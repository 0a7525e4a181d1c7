// Masks of one bit a pixel for flood filling: the leftmost pixel in the lowest bit, rows of whole 64-bit words.

/**
 * Bits of a row of grey pixels that differ from `value` by `tolerance` at most. All are readable for fifteen pixels more;
 * `out` takes whole words of 16 bits.
 */
export function likeGrey(pixels: usize, count: i32, value: i32, tolerance: i32, out: usize): void {
  const wanted = i8x16.splat(<i8>value);
  const slack = i8x16.splat(<i8>tolerance);
  for (let x = 0; x < count; x += 16) {
    const p = v128.load(pixels + <usize>x);
    const apart = v128.or(i8x16.sub_sat_u(p, wanted), i8x16.sub_sat_u(wanted, p));
    const over = i8x16.sub_sat_u(apart, slack);
    store<u16>(out + (<usize>x >> 3), <u16>i8x16.bitmask(i8x16.eq(over, i8x16.splat(0))));
  }
}

/** The same for RGBA: no channel may differ by more. `value` holds the four bytes of a pixel. */
export function likeRgba(pixels: usize, count: i32, value: i32, tolerance: i32, out: usize): void {
  const wanted = i32x4.splat(value);
  const slack = i8x16.splat(<i8>tolerance);
  const none = i32x4.splat(0);
  for (let x = 0; x < count; x += 16) {
    let bits = 0;
    for (let k = 0; k < 4; k++) {
      const p = v128.load(pixels + ((<usize>(x + 4 * k)) << 2));
      const apart = v128.or(i8x16.sub_sat_u(p, wanted), i8x16.sub_sat_u(wanted, p));
      const over = i8x16.sub_sat_u(apart, slack);
      bits |= i32x4.bitmask(i32x4.eq(over, none)) << (4 * k);
    }
    store<u16>(out + (<usize>x >> 3), <u16>bits);
  }
}

/**
 * Shrinks the runs of a plane by a pixel at both ends, row by row, in place; beyond a row's ends every pixel is inside.
 * `words`: 64-bit words a row.
 */
export function erodeAcross(plane: usize, words: i32, rows: i32): void {
  for (let y = 0; y < rows; y++) {
    let before: u64 = 1 << 63;
    let own = load<u64>(plane);
    for (let k = 1; k <= words; k++) {
      const after: u64 = k < words ? load<u64>(plane + 8) : 1;
      store<u64>(plane, own & ((own << 1) | (before >> 63)) & ((own >> 1) | (after << 63)));
      before = own;
      own = after;
      plane += 8;
    }
  }
}

/** Grows the runs of a plane by a pixel at both ends, row by row, in place; beyond a row's ends nothing is inside. */
export function dilateAcross(plane: usize, words: i32, rows: i32): void {
  for (let y = 0; y < rows; y++) {
    let before: u64 = 0;
    let own = load<u64>(plane);
    for (let k = 1; k <= words; k++) {
      const after: u64 = k < words ? load<u64>(plane + 8) : 0;
      store<u64>(plane, own | (own << 1) | (before >> 63) | (own >> 1) | (after << 63));
      before = own;
      own = after;
      plane += 8;
    }
  }
}

/** Leaves of `out` what is in `mask` too. `bytes` is a multiple of 8. */
export function andBits(out: usize, mask: usize, bytes: i32): void {
  const whole = <usize>bytes & ~15;
  for (let k: usize = 0; k < whole; k += 16) v128.store(out + k, v128.and(v128.load(out + k), v128.load(mask + k)));
  if (bytes & 8) store<u64>(out + whole, load<u64>(out + whole) & load<u64>(mask + whole));
}

/** Adds to `out` what is in `mask`. */
export function orBits(out: usize, mask: usize, bytes: i32): void {
  const whole = <usize>bytes & ~15;
  for (let k: usize = 0; k < whole; k += 16) v128.store(out + k, v128.or(v128.load(out + k), v128.load(mask + k)));
  if (bytes & 8) store<u64>(out + whole, load<u64>(out + whole) | load<u64>(mask + whole));
}

/** Takes away from `out` what is in `mask`. */
export function cutBits(out: usize, mask: usize, bytes: i32): void {
  const whole = <usize>bytes & ~15;
  for (let k: usize = 0; k < whole; k += 16) v128.store(out + k, v128.andnot(v128.load(out + k), v128.load(mask + k)));
  if (bytes & 8) store<u64>(out + whole, load<u64>(out + whole) & ~load<u64>(mask + whole));
}

/** Sets or clears what lies right of the last `width` pixels of every row. */
export function padRows(plane: usize, words: i32, rows: i32, width: i32, value: bool): void {
  const spare = width & 63;
  if (spare == 0) return;
  const beyond = ~((<u64>1 << spare) - 1);
  const stride = <usize>words << 3;
  for (let at = plane + stride - 8, y = 0; y < rows; y++, at += stride) {
    const own = load<u64>(at);
    store<u64>(at, value ? own | beyond : own & ~beyond);
  }
}

/**
 * Fills from one pixel over the sides of pixels as far as `free` reaches, adding to `out`: run by run, with the runs still
 * to be looked at on a stack. Returns how many runs did not find room on the stack, so that it must be larger; 0 when done.
 * `stack` holds `room` pairs of 32-bit numbers. `reached` takes the first and one past the last row that was filled.
 */
export function floodRuns(
  free: usize, out: usize, words: i32, rows: i32, x: i32, y: i32, stack: usize, room: i32, reached: usize,
): i32 {
  let depth = 1;
  let top = y;
  let bottom = y + 1;
  let lost = 0;
  store<i32>(stack, x);
  store<i32>(stack + 4, y);
  const width = words << 6;
  while (depth > 0) {
    depth--;
    const at = stack + ((<usize>depth) << 3);
    const sx = load<i32>(at);
    const sy = load<i32>(at, 4);
    const row = free + (<usize>(sy * words) << 3);
    const done = out + (<usize>(sy * words) << 3);
    if (!bitOf(row, sx) || bitOf(done, sx)) continue;
    const from = runStart(row, sx);
    const to = runEnd(row, sx, width);
    setRun(done, from, to);
    if (sy < top) top = sy;
    if (sy >= bottom) bottom = sy + 1;
    for (let side = -1; side <= 1; side += 2) {
      const ny = sy + side;
      if (ny < 0 || ny >= rows) continue;
      const next = free + (<usize>(ny * words) << 3);
      const seen = out + (<usize>(ny * words) << 3);
      let k = from;
      while (k < to) {
        k = nextFree(next, seen, k, to);
        if (k >= to) break;
        if (depth < room) {
          const slot = stack + ((<usize>depth) << 3);
          store<i32>(slot, k);
          store<i32>(slot, ny, 4);
          depth++;
        } else lost++;
        k = runEnd(next, k, width);
      }
    }
  }
  store<i32>(reached, top);
  store<i32>(reached, bottom, 4);
  return lost;
}

// @ts-ignore: decorator
@inline
function bitOf(row: usize, x: i32): bool {
  return ((load<u64>(row + ((<usize>x >> 6) << 3)) >> (x & 63)) & 1) != 0;
}

/** First pixel of the run that holds x. */
function runStart(row: usize, x: i32): i32 {
  let word = x >> 6;
  // Ones above x, so that only what lies at x or left of it counts.
  let bits = ~load<u64>(row + ((<usize>word) << 3)) & ((<u64>2 << (x & 63)) - 1);
  while (bits == 0) {
    if (word == 0) return 0;
    word--;
    bits = ~load<u64>(row + ((<usize>word) << 3));
  }
  return (word << 6) + 64 - <i32>clz(bits);
}

/** One past the last pixel of the run that holds x. */
function runEnd(row: usize, x: i32, width: i32): i32 {
  let word = x >> 6;
  let bits = ~load<u64>(row + ((<usize>word) << 3)) & ~((<u64>1 << (x & 63)) - 1);
  while (bits == 0) {
    word++;
    if ((word << 6) >= width) return width;
    bits = ~load<u64>(row + ((<usize>word) << 3));
  }
  return (word << 6) + <i32>ctz(bits);
}

/** The next pixel from x on that is free and not filled yet; at least `to` when there is none before it. */
function nextFree(row: usize, seen: usize, x: i32, to: i32): i32 {
  let word = x >> 6;
  let bits = load<u64>(row + ((<usize>word) << 3)) & ~load<u64>(seen + ((<usize>word) << 3)) & ~((<u64>1 << (x & 63)) - 1);
  while (bits == 0) {
    word++;
    if ((word << 6) >= to) return to;
    bits = load<u64>(row + ((<usize>word) << 3)) & ~load<u64>(seen + ((<usize>word) << 3));
  }
  return (word << 6) + <i32>ctz(bits);
}

function setRun(row: usize, from: i32, to: i32): void {
  const first = from >> 6;
  const last = (to - 1) >> 6;
  for (let word = first; word <= last; word++) {
    let bits: u64 = ~(<u64>0);
    if (word == first) bits &= ~((<u64>1 << (from & 63)) - 1);
    if (word == last && (to & 63) != 0) bits &= (<u64>1 << (to & 63)) - 1;
    const at = row + ((<usize>word) << 3);
    store<u64>(at, load<u64>(at) | bits);
  }
}

/**
 * Writes the runs of a plane as pairs from, to (exclusive) of 32-bit numbers, row after row, and where the runs of each row
 * begin, counted in runs, one entry more than rows. Stops before `room` runs are exceeded; returns how many there are.
 */
export function listRuns(plane: usize, words: i32, rows: i32, ends: usize, starts: usize, room: i32): i32 {
  const width = words << 6;
  let count = 0;
  for (let y = 0; y < rows; y++) {
    store<i32>(starts + (<usize>y << 2), count);
    const row = plane + (<usize>(y * words) << 3);
    let x = nextSet(row, 0, width);
    while (x < width) {
      const to = runEnd(row, x, width);
      if (count < room) {
        store<i32>(ends + (<usize>count << 3), x);
        store<i32>(ends + (<usize>count << 3), to, 4);
      }
      count++;
      x = to < width ? nextSet(row, to, width) : width;
    }
  }
  store<i32>(starts + (<usize>rows << 2), count);
  return count;
}

function nextSet(row: usize, x: i32, width: i32): i32 {
  let word = x >> 6;
  let bits = load<u64>(row + ((<usize>word) << 3)) & ~((<u64>1 << (x & 63)) - 1);
  while (bits == 0) {
    word++;
    if ((word << 6) >= width) return width;
    bits = load<u64>(row + ((<usize>word) << 3));
  }
  return (word << 6) + <i32>ctz(bits);
}

/** Whether any pixel of a row from `from` to `to` (exclusive) is set. */
function anySet(row: usize, from: i32, to: i32): bool {
  return from < to && nextSetBefore(row, from, to) < to;
}

function nextSetBefore(row: usize, x: i32, to: i32): i32 {
  let word = x >> 6;
  let bits = load<u64>(row + ((<usize>word) << 3)) & ~((<u64>1 << (x & 63)) - 1);
  while (bits == 0) {
    word++;
    if ((word << 6) >= to) return to;
    bits = load<u64>(row + ((<usize>word) << 3));
  }
  return (word << 6) + <i32>ctz(bits);
}

/** The first run of the piece that a run belongs to, with the path to it halved. */
function rootOf(parent: usize, run: i32): i32 {
  let r = run;
  let up = load<i32>(parent + (<usize>r << 2));
  while (up != r) {
    const above = load<i32>(parent + (<usize>up << 2));
    store<i32>(parent + (<usize>r << 2), above);
    r = above;
    up = load<i32>(parent + (<usize>r << 2));
  }
  return r;
}

/**
 * Joins the runs that `listRuns` found into pieces that hang together over sides. `parent` takes, for each run, the first
 * run of its piece. The same as piecesOf in src/stencil/pieces.ts.
 */
export function joinRuns(rows: i32, ends: usize, starts: usize, parent: usize): void {
  const count = load<i32>(starts + (<usize>rows << 2));
  for (let r = 0; r < count; r++) store<i32>(parent + (<usize>r << 2), r);
  for (let y = 1; y < rows; y++) {
    let above = load<i32>(starts + (<usize>(y - 1) << 2));
    let own = load<i32>(starts + (<usize>y << 2));
    const beyondAbove = own;
    const beyondOwn = load<i32>(starts + (<usize>(y + 1) << 2));
    while (above < beyondAbove && own < beyondOwn) {
      const a = ends + (<usize>above << 3);
      const b = ends + (<usize>own << 3);
      const aTo = load<i32>(a, 4);
      const bTo = load<i32>(b, 4);
      if (load<i32>(a) < bTo && load<i32>(b) < aTo) {
        const p = rootOf(parent, above);
        const q = rootOf(parent, own);
        if (p < q) store<i32>(parent + (<usize>q << 2), p);
        else store<i32>(parent + (<usize>p << 2), q);
      }
      if (aTo < bTo) above++;
      else own++;
    }
  }
  for (let r = 0; r < count; r++) store<i32>(parent + (<usize>r << 2), rootOf(parent, r));
}

/**
 * Gives `mark` to the pieces of which a run in the rows `first` to `beyond` (exclusive) shares a side with a pixel of
 * `plane`: to the byte of the first run of each in `marks`. Returns how many runs do.
 */
export function markPieces(
  plane: usize, words: i32, rows: i32, ends: usize, starts: usize, parent: usize, marks: usize, mark: i32,
  first: i32, beyond: i32,
): i32 {
  const width = words << 6;
  let found = 0;
  for (let y = first; y < beyond; y++) {
    const row = plane + (<usize>(y * words) << 3);
    const last = load<i32>(starts + (<usize>(y + 1) << 2));
    for (let r = load<i32>(starts + (<usize>y << 2)); r < last; r++) {
      const from = load<i32>(ends + (<usize>r << 3));
      const to = load<i32>(ends + (<usize>r << 3), 4);
      const beside = (from > 0 && bitOf(row, from - 1)) || (to < width && bitOf(row, to));
      const above = !beside && y > 0 && anySet(row - (<usize>words << 3), from, to);
      if (!beside && !above && !(y + 1 < rows && anySet(row + (<usize>words << 3), from, to))) continue;
      store<u8>(marks + <usize>load<i32>(parent + (<usize>r << 2)), <u8>mark);
      found++;
    }
  }
  return found;
}

/** Sets the runs of pieces whose mark is not 0. `reached`: the first row and one past the last, which grow with them. */
export function setPieces(
  plane: usize, words: i32, rows: i32, ends: usize, starts: usize, parent: usize, marks: usize, reached: usize,
): void {
  let top = load<i32>(reached);
  let bottom = load<i32>(reached, 4);
  for (let y = 0; y < rows; y++) {
    const row = plane + (<usize>(y * words) << 3);
    const last = load<i32>(starts + (<usize>(y + 1) << 2));
    for (let r = load<i32>(starts + (<usize>y << 2)); r < last; r++) {
      if (!load<u8>(marks + <usize>load<i32>(parent + (<usize>r << 2)))) continue;
      setRun(row, load<i32>(ends + (<usize>r << 3)), load<i32>(ends + (<usize>r << 3), 4));
      if (y < top) top = y;
      if (y >= bottom) bottom = y + 1;
    }
  }
  store<i32>(reached, top);
  store<i32>(reached, bottom, 4);
}
