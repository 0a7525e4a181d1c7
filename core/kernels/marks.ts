/**
 * Exact coverage of pixels by closed polygons, in whole numbers, so that the sum over any set of polygons is the same
 * in whatever order and over whatever area it is made.
 *
 * Places are rounded to 1/256 of a pixel. A row of the accumulator has `width + 2` entries of i32: the sum of the
 * entries up to x is 2^17 times how much of pixel x lies inside (the winding number where polygons overlap).
 */

/** One pixel in the units of places. */
const ONE: i32 = 256;

/** Adds a piece of an edge, `height` high, that runs from x0 to x1 within a pixel. */
// @ts-ignore: decorator
@inline
function addPiece(row: usize, pixel: i32, height: i32, x0: i32, x1: i32): void {
  const at = row + ((<usize>pixel) << 2);
  const within = height * (x0 + x1 - (pixel << 9));
  store<i32>(at, load<i32>(at) + height * 2 * ONE - within);
  store<i32>(at, load<i32>(at, 4) + within, 4);
}

/** Adds an edge from (x0, y0) to (x1, y1) within one row of pixels; y in 0..256 from the top of the row. */
// @ts-ignore: decorator
@inline
function addInRow(row: usize, width: i32, x0: i32, y0: i32, x1: i32, y1: i32): void {
  const h = y1 - y0;
  if (h == 0) return;
  let first = x0 >> 8;
  const last = x1 >> 8;
  // To the right of the area nothing changes; to the left of it the whole row does.
  if (first >= width && last >= width) return;
  if (first < 0 && last < 0) {
    store<i32>(row, load<i32>(row) + h * 2 * ONE);
    return;
  }
  if (first == last) {
    addPiece(row, first, h, x0, x1);
    return;
  }
  // The height of the piece in each pixel is the difference of rounded heights, so that they sum to the whole.
  const step = x1 > x0 ? 1 : -1;
  // Products stay below 2^53, so that f64 divides them exactly enough to be cut to the same whole number.
  const run = <f64>(x1 - x0);
  if (first + step == last && min(first, last) >= 0 && max(first, last) < width) {
    // Two pixels, as most edges of small marks have.
    const border = max(first, last) << 8;
    const piece = <i32>((<f64>h * <f64>(border - x0)) / run);
    addPiece(row, first, piece, x0, border);
    addPiece(row, last, h - piece, border, x1);
    return;
  }
  let x = x0;
  let done = 0;
  while (true) {
    const end = first == last ? x1 : step > 0 ? (first + 1) << 8 : first << 8;
    const to = first == last ? h : <i32>((<f64>h * <f64>(end - x0)) / run);
    const piece = to - done;
    if (piece != 0) {
      if (first < 0) store<i32>(row, load<i32>(row) + piece * 2 * ONE);
      else if (first < width) addPiece(row, first, piece, x, end);
    }
    if (first == last) break;
    done = to;
    x = end;
    first += step;
  }
}

/** Adds an edge to every step-th row of an accumulator of `height` rows of pixels; places from its left and top. */
// @ts-ignore: decorator
@inline
function addEdge(rows: usize, width: i32, height: i32, step: i32, ax: i32, ay: i32, bx: i32, by: i32): void {
  if (ay == by) return;
  const downwards = ay < by;
  const x0 = downwards ? ax : bx;
  const y0 = downwards ? ay : by;
  const x1 = downwards ? bx : ax;
  const y1 = downwards ? by : ay;
  if (y1 <= 0 || y0 >= height << 8) return;
  const stride = (<usize>(width + 2)) << 2;
  const rise = <f64>(y1 - y0);
  const run = <f64>(x1 - x0);
  let row = y0 < 0 ? 0 : y0 >> 8;
  let at = rows;
  if (step == 1) at += stride * <usize>row;
  else {
    const over = row % step;
    if (over != 0) row += step - over;
    at += stride * <usize>(row / step);
  }
  const end = min(height, (y1 + 255) >> 8);
  // Where the last row ended the next one begins.
  let next = x0;
  let ended = y0;
  for (; row < end; row += step, at += stride) {
    const top = max(y0, row << 8);
    const bottom = min(y1, (row + 1) << 8);
    const from = top == ended ? next : x0 + <i32>((run * <f64>(top - y0)) / rise);
    const to = bottom == y1 ? x1 : x0 + <i32>((run * <f64>(bottom - y0)) / rise);
    next = to;
    ended = bottom;
    const a = top - (row << 8);
    const b = bottom - (row << 8);
    if (downwards) addInRow(at, width, from, a, to, b);
    else addInRow(at, width, to, b, from, a);
  }
}

/**
 * Adds closed polygons to an accumulator of every step-th of `height` rows of `width` pixels. `points`: x, y in f64;
 * `ends`: after how many points each of `contours` polygons ends, in i32. `marks`: of each of `count` marks the six
 * numbers of the matrix a b c d e f that takes points to pixels of the sheet. `left`, `top`: corner of the area.
 * `places`: room for two i32 of every point; `reach`: no point lies further from 0, 0.
 */
export function addMarks(
  points: usize, ends: usize, contours: i32, reach: f64, marks: usize, count: i32,
  left: i32, top: i32, width: i32, height: i32, step: i32, rows: usize, places: usize,
): void {
  const total = load<i32>(ends + ((<usize>(contours - 1)) << 2));
  for (let m = 0; m < count; m++) {
    const a = load<f64>(marks);
    const b = load<f64>(marks, 8);
    const c = load<f64>(marks, 16);
    const d = load<f64>(marks, 24);
    const e = load<f64>(marks, 32);
    const f = load<f64>(marks, 40);
    marks += 48;
    // An outline beside the area or between its rows changes nothing: what edges to the left of it add sums up to nothing.
    const wide = reach * Math.sqrt(a * a + c * c) + 1;
    if (e - wide > <f64>(left + width) || e + wide < <f64>left) continue;
    const high = reach * Math.sqrt(b * b + d * d) + 1;
    const first = max(0, <i32>Math.ceil((f - high - <f64>(top + 1)) / <f64>step)) * step;
    if (first >= height || <f64>(top + first) > f + high) continue;
    const ab = f64x2(a, b);
    const cd = f64x2(c, d);
    const ef = f64x2(e, f);
    const corner = i32x4(left << 8, top << 8, 0, 0);
    for (let k = 0; k < total; k++) {
      const point = points + ((<usize>k) << 4);
      const x = f64x2.mul(ab, v128.load64_splat(point));
      const y = f64x2.mul(cd, v128.load64_splat(point, 8));
      // Rounded on the sheet, before the corner of the area is taken away: any area rounds alike.
      const place = f64x2.add(f64x2.mul(f64x2.add(f64x2.add(x, y), ef), f64x2.splat(256)), f64x2.splat(0.5));
      const whole = i32x4.sub(i32x4.trunc_sat_f64x2_s_zero(f64x2.floor(place)), corner);
      v128.store64_lane(places + ((<usize>k) << 3), whole, 0);
    }
    const turned = a * d - b * c < 0;
    let from = 0;
    for (let n = 0; n < contours; n++) {
      const end = load<i32>(ends + ((<usize>n) << 2));
      for (let k = from; k < end; k++) {
        const at = places + ((<usize>k) << 3);
        const to = places + ((<usize>(k + 1 == end ? from : k + 1)) << 3);
        // Mirrored outlines run the other way round.
        const one = turned ? to : at;
        const two = turned ? at : to;
        addEdge(rows, width, height, step, load<i32>(one), load<i32>(one, 4), load<i32>(two), load<i32>(two, 4));
      }
      from = end;
    }
  }
}

/** Adds `sign` times all that lies to the right of x, in 1/256 of a pixel, to a row of an accumulator. */
// @ts-ignore: decorator
@inline
function addSide(row: usize, width: i32, x: i32, sign: i32): void {
  const first = x >> 8;
  if (first >= width) return;
  if (x < 0) {
    store<i32>(row, load<i32>(row) + sign * 2 * ONE * ONE);
    return;
  }
  const at = row + ((<usize>first) << 2);
  const within = sign * 2 * ONE * (x & 255);
  store<i32>(at, load<i32>(at) + sign * 2 * ONE * ONE - within);
  store<i32>(at, load<i32>(at, 4) + within, 4);
}

/**
 * Adds circles of a radius about 0, 0, each under a matrix as in `addMarks`, as a first look shows them: a row of pixels
 * takes what lies inside along its middle.
 */
export function addRoughCircles(
  radius: f64, marks: usize, count: i32, left: i32, top: i32, width: i32, height: i32, step: i32, rows: usize,
): void {
  const stride = (<usize>(width + 2)) << 2;
  for (let m = 0; m < count; m++) {
    const a = load<f64>(marks);
    const b = load<f64>(marks, 8);
    const c = load<f64>(marks, 16);
    const d = load<f64>(marks, 24);
    const e = load<f64>(marks, 32) - <f64>left;
    const f = load<f64>(marks, 40) - <f64>top - 0.5;
    marks += 48;
    const square = b * b + d * d;
    const high = radius * Math.sqrt(square);
    const first = max(0, <i32>Math.ceil((f - high) / <f64>step)) * step;
    if (first >= height || <f64>first >= f + high) continue;
    const across = radius * Math.sqrt(a * a + c * c) + 1;
    if (e - across > <f64>width || e + across < 0) continue;
    // An ellipse: the middle of its rows moves along a line, and their width is that of a circle, scaled.
    const slant = (a * b + c * d) / square;
    const wide = Math.abs(a * d - b * c) / square;
    for (let y = first; y < height && <f64>y < f + high; y += step) {
      const dy = <f64>y - f;
      const half = wide * Math.sqrt(max(0, high * high - dy * dy));
      const middle = e + slant * dy;
      const row = rows + stride * <usize>(y / step);
      const from = max<f64>(-1, min<f64>(<f64>width, middle - half));
      const to = max<f64>(-1, min<f64>(<f64>width, middle + half));
      // Signed as the polygons of marks are, which run clockwise.
      addSide(row, width, <i32>Math.floor(from * 256), -1);
      addSide(row, width, <i32>Math.floor(to * 256), 1);
    }
  }
}

/** Running sums of four entries. */
// @ts-ignore: decorator
@inline
function running(entries: v128): v128 {
  const none = i32x4.splat(0);
  const pairs = i32x4.add(entries, v128.shuffle<i32>(none, entries, 0, 4, 5, 6));
  return i32x4.add(pairs, v128.shuffle<i32>(none, pairs, 0, 1, 4, 5));
}

/** -1 where half of a pixel or more lies inside, else 0. */
// @ts-ignore: decorator
@inline
function halfInside(sums: v128): v128 {
  return i32x4.gt_s(i32x4.abs(sums), i32x4.splat(65535));
}

/** Bits of every row of an accumulator: ink where half of a pixel or more lies inside. `stride`: bytes from row to row. */
export function bitsOfMarks(rows: usize, width: i32, height: i32, stride: i32, out: usize): void {
  for (let y = 0; y < height; y++) {
    let sum = 0;
    let byte = 0;
    const to = out + <usize>(y * stride);
    let x = 0;
    for (; x + 8 <= width; x += 8, rows += 32) {
      const a = v128.load(rows);
      const b = v128.load(rows, 16);
      // Nothing begins or ends in eight pixels: all are as the one before them.
      if (!v128.any_true(v128.or(a, b))) {
        store<u8>(to + (x >> 3), abs(sum) >= 65536 ? 255 : 0);
        continue;
      }
      const left = i32x4.add(running(a), i32x4.splat(sum));
      const right = i32x4.add(running(b), i32x4.splat(i32x4.extract_lane(left, 3)));
      sum = i32x4.extract_lane(right, 3);
      const inside = i16x8.narrow_i32x4_s(halfInside(left), halfInside(right));
      // The first pixel is the highest bit.
      store<u8>(to + (x >> 3), <u8>i16x8.bitmask(v128.shuffle<i16>(inside, inside, 7, 6, 5, 4, 3, 2, 1, 0)));
    }
    for (; x < width; x++, rows += 4) {
      sum += load<i32>(rows);
      byte = (byte << 1) | (abs(sum) >= 65536 ? 1 : 0);
    }
    if (width & 7) store<u8>(to + (width >> 3), <u8>(byte << (8 - (width & 7))));
    rows += 8;
  }
}

/** How much of each pixel lies inside, 0..255. */
export function bytesOfMarks(rows: usize, width: i32, height: i32, out: usize): void {
  for (let y = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++) {
      sum += load<i32>(rows);
      rows += 4;
      store<u8>(out++, <u8>((min(abs(sum), 131072) * 255 + 65536) >> 17));
    }
    rows += 8;
  }
}

/** A light 0..1 as an sRGB byte, by the table of all 16-bit lights. */
// @ts-ignore: decorator
@inline
function byteOf(light: f32, bytes: usize): u8 {
  const v = light * 65535 + 0.5;
  return load<u8>(bytes + (v >= 65535 ? 65535 : v <= 0 ? 0 : <usize>v));
}

/**
 * Lays a coloured mark over artwork, RGBA. `cover`: how much of each pixel of its part it covers, 0..255, `width` a row.
 * `place`: eight f64: the matrix that takes places of the sheet to -1..1 across the mark, and the middle of the part's first
 * pixel on the sheet, so that a pixel looks the same in every part; `side`: of the tables of what light does to its colour there (`seen` times the colour and `shine` added, f32).
 * Where marks share a pixel without overlapping both count; where they overlap the later lies over the earlier.
 */
export function layMark(
  cover: usize, width: i32, rows: i32, step: f64, place: usize, side: i32, seen: usize, shine: usize,
  red: f32, green: f32, blue: f32, bytes: usize, lights: usize, out: usize, stride: i32,
): void {
  const a = load<f64>(place);
  const b = load<f64>(place, 8);
  const c = load<f64>(place, 16);
  const d = load<f64>(place, 24);
  const px = load<f64>(place, 48);
  const half = <f64>side / 2;
  const last = side - 1;
  for (let k = 0; k < rows; k++) {
    const py = load<f64>(place, 56) + <f64>k * step;
    const u0 = c * py + load<f64>(place, 32);
    const v0 = d * py + load<f64>(place, 40);
    let to = out + <usize>(k * stride);
    for (let x = 0; x < width; x++, to += 4) {
      const own = <i32>load<u8>(cover++);
      if (own == 0) continue;
      const i = <i32>Math.floor((a * (px + <f64>x) + u0 + 1) * half);
      const j = <i32>Math.floor((b * (px + <f64>x) + v0 + 1) * half);
      const at = (<usize>(min(last, max(0, j)) * side + min(last, max(0, i)))) << 2;
      const kept = load<f32>(seen + at);
      const more = load<f32>(shine + at);
      const r = min<f32>(1, red * kept + more);
      const g = min<f32>(1, green * kept + more);
      const l = min<f32>(1, blue * kept + more);
      const under = <i32>load<u8>(to, 3);
      if (own == 255 || under == 0) {
        store<u8>(to, byteOf(r, bytes));
        store<u8>(to, byteOf(g, bytes), 1);
        store<u8>(to, byteOf(l, bytes), 2);
        store<u8>(to, <u8>own, 3);
        continue;
      }
      const whole = min(255, own + under);
      const share = <f32>own / <f32>whole;
      const rest = (<f32>1 - share) / 65535;
      store<u8>(to, byteOf(r * share + rest * <f32>load<u16>(lights + (<usize>load<u8>(to) << 1)), bytes));
      store<u8>(to, byteOf(g * share + rest * <f32>load<u16>(lights + (<usize>load<u8>(to, 1) << 1)), bytes), 1);
      store<u8>(to, byteOf(l * share + rest * <f32>load<u16>(lights + (<usize>load<u8>(to, 2) << 1)), bytes), 2);
      store<u8>(to, <u8>whole, 3);
    }
  }
}

/** Each byte becomes the greater of two, over `rows` rows of `width`. */
export function mostOf(from: usize, width: i32, rows: i32, out: usize, stride: i32): void {
  for (let k = 0; k < rows; k++) {
    const to = out + <usize>(k * stride);
    for (let x = 0; x < width; x++) {
      const own = load<u8>(from++);
      if (own > load<u8>(to + x)) store<u8>(to + x, own);
    }
  }
}
