import { cosine, sine } from './exact.ts';
import { hashShare } from './hash.ts';
import { modulo } from './integers.ts';

/** Points of the plane in buckets of `side` pixels; buckets wrap around when the points repeat. */
export interface PointGrid {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** The greatest distance that any place has from its nearest point. */
  readonly reach: number;
  /** Nearest point to (x, y): its index and the way from it. The second-nearest is sure only when `both` is asked for. */
  nearest(x: number, y: number, out: Nearest, both?: boolean): Nearest;
}

export interface Nearest {
  index: number;
  dx: number;
  dy: number;
  /** The way to the second-nearest. */
  dx2: number;
  dy2: number;
}

function bucketed(
  xs: Float64Array,
  ys: Float64Array,
  left: number,
  top: number,
  columns: number,
  rows: number,
  side: number,
) {
  const starts = new Int32Array(columns * rows + 1);
  const bucketOf = (k: number) => {
    const c = Math.min(columns - 1, Math.max(0, Math.floor((xs[k]! - left) / side)));
    const r = Math.min(rows - 1, Math.max(0, Math.floor((ys[k]! - top) / side)));
    return r * columns + c;
  };
  for (let k = 0; k < xs.length; k++) starts[bucketOf(k) + 1]!++;
  for (let b = 0; b < columns * rows; b++) starts[b + 1]! += starts[b]!;
  const order = new Int32Array(xs.length);
  const next = starts.slice(0, -1);
  for (let k = 0; k < xs.length; k++) order[next[bucketOf(k)]!++] = k;
  return { starts, order };
}

interface Frame {
  readonly left: number;
  readonly top: number;
  readonly columns: number;
  readonly rows: number;
  readonly side: number;
  readonly wraps: boolean;
}

function pointGrid(xs: Float64Array, ys: Float64Array, frame: Frame, reach: number): PointGrid {
  const { left, top, columns, rows, side, wraps } = frame;
  const { starts, order } = bucketed(xs, ys, left, top, columns, rows, side);
  const width = columns * side;
  const height = rows * side;
  const bx = Float64Array.from(order, (k) => xs[k]!);
  const by = Float64Array.from(order, (k) => ys[k]!);
  return {
    xs,
    ys,
    reach,
    nearest(x, y, out, both = false) {
      const c = Math.floor((x - left) / side);
      const r = Math.floor((y - top) / side);
      // Beyond the three by three buckets around a place all points are further away than a bucket's side.
      search(x, y, c, r, 1, out);
      const furthest = both ? out.dx2 * out.dx2 + out.dy2 * out.dy2 : out.dx * out.dx + out.dy * out.dy;
      if (!(furthest <= side * side)) search(x, y, c, r, 2, out);
      return out;
    },
  };

  /** Looks through the buckets up to `far` away. */
  function search(x: number, y: number, c: number, r: number, far: number, out: Nearest): void {
    let best = Infinity;
    let second = Infinity;
    // Kept in variables of its own: writing to the place asked for costs more than the comparing.
    let [index, dx1, dy1, dx2, dy2] = [-1, Infinity, Infinity, Infinity, Infinity];
    const inside = c >= far && r >= far && c + far < columns && r + far < rows;
    for (let j = r - far; j <= r + far; j++) {
      if (!wraps && (j < 0 || j >= rows)) continue;
      const row = inside ? j : modulo(j, rows);
      const fromY = inside ? y : y - ((j - row) / rows) * height;
      for (let i = c - far; i <= c + far; i++) {
        if (!wraps && (i < 0 || i >= columns)) continue;
        const column = inside ? i : modulo(i, columns);
        const fromX = inside ? x : x - ((i - column) / columns) * width;
        const bucket = row * columns + column;
        const end = starts[bucket + 1]!;
        for (let k = starts[bucket]!; k < end; k++) {
          const dx = fromX - bx[k]!;
          const dy = fromY - by[k]!;
          const distance = dx * dx + dy * dy;
          if (distance < best) {
            second = best;
            dx2 = dx1;
            dy2 = dy1;
            best = distance;
            index = k;
            dx1 = dx;
            dy1 = dy;
          } else if (distance < second) {
            second = distance;
            dx2 = dx;
            dy2 = dy;
          }
        }
      }
    }
    out.index = index < 0 ? -1 : order[index]!;
    out.dx = dx1;
    out.dy = dy1;
    out.dx2 = dx2;
    out.dy2 = dy2;
  }
}

/**
 * Points no closer than the pitch allows, scattered over a torus of `side` pixels until no place is
 * left for another (Poisson disc by dart throwing over ever finer places, common practice).
 */
export function scatteredPoints(side: number, pitch: number, seed: number): PointGrid {
  // A saturated set of discs of radius r leaves about 0.7 points in r²; so r gives pitch² a point.
  const r = 0.83 * pitch;
  const columns = Math.max(1, Math.floor(side / r));
  const cell = side / columns;
  const xs: number[] = [];
  const ys: number[] = [];
  const held: number[][] = Array.from({ length: columns * columns }, () => []);
  const free = (x: number, y: number): boolean => {
    const c = Math.floor(x / cell);
    const q = Math.floor(y / cell);
    for (let j = q - 1; j <= q + 1; j++) {
      for (let i = c - 1; i <= c + 1; i++) {
        for (const k of held[modulo(j, columns) * columns + modulo(i, columns)]!) {
          let dx = Math.abs(x - xs[k]!);
          let dy = Math.abs(y - ys[k]!);
          dx = Math.min(dx, side - dx);
          dy = Math.min(dy, side - dy);
          if (dx * dx + dy * dy < r * r) return false;
        }
      }
    }
    return true;
  };
  const add = (x: number, y: number): void => {
    const c = Math.min(columns - 1, Math.floor(x / cell));
    const q = Math.min(columns - 1, Math.floor(y / cell));
    held[q * columns + c]!.push(xs.length);
    xs.push(x);
    ys.push(y);
  };
  const throws = columns * columns * 12;
  for (let k = 0; k < throws; k++) {
    const x = hashShare(k, 1, seed) * side;
    const y = hashShare(k, 2, seed) * side;
    if (free(x, y)) add(x, y);
  }
  // What the darts missed: a fine grid is searched in a shuffled order, so that no gap stays.
  const fine = Math.min(512, Math.ceil((side / r) * 6));
  const count = fine * fine;
  const stride = strideFor(count);
  for (let k = 0, at = 0; k < count; k++, at = (at + stride) % count) {
    const x = (((at % fine) + hashShare(at, 3, seed)) * side) / fine;
    const y = ((Math.floor(at / fine) + hashShare(at, 4, seed)) * side) / fine;
    if (free(x, y)) add(x, y);
  }
  const frame = { left: 0, top: 0, columns, rows: columns, side: cell, wraps: true };
  let points = pointGrid(Float64Array.from(xs), Float64Array.from(ys), frame, 1.12 * r);
  for (let turn = 0; turn < RELAXED; turn++) points = relaxed(points, frame, pitch, 1.12 * r);
  return points;
}

/** How often scattered points move to the middle of their cells: more and they would settle into rows. */
const RELAXED = 3;
/** Samples along a cell by which its middle is found. */
const SAMPLES = 6;

/** Every point in the middle of its cell (Lloyd, Least squares quantization in PCM, 1982), on a torus. */
function relaxed(points: PointGrid, frame: Frame, pitch: number, reach: number): PointGrid {
  const side = frame.columns * frame.side;
  const across = Math.round((side / pitch) * SAMPLES);
  const step = side / across;
  const count = points.xs.length;
  const [sumX, sumY] = [new Float64Array(count), new Float64Array(count)];
  const sizes = new Int32Array(count);
  const found: Nearest = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
  for (let j = 0; j < across; j++) {
    for (let i = 0; i < across; i++) {
      const { index, dx, dy } = points.nearest((i + 0.5) * step, (j + 0.5) * step, found);
      sumX[index]! += dx;
      sumY[index]! += dy;
      sizes[index]!++;
    }
  }
  const moved = (from: Float64Array, sums: Float64Array) =>
    from.map((v, k) => {
      const to = v + (sizes[k]! > 0 ? sums[k]! / sizes[k]! : 0);
      return to - side * Math.floor(to / side);
    });
  return pointGrid(moved(points.xs, sumX), moved(points.ys, sumY), frame, reach);
}

/** A step near the golden section of a count that visits every number below it. */
function strideFor(count: number): number {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  let stride = Math.max(1, Math.floor(count * 0.6180339887498949));
  while (gcd(stride, count) !== 1) stride++;
  return stride;
}

const GOLDEN = Math.PI * (3 - Math.sqrt(5));

/**
 * Points of a spiral by the golden angle (Vogel, A better way to construct the sunflower head, 1979):
 * point k lies at the angle k · 137.5° and the distance c √k, so that each has pitch² to itself.
 */
export function spiralPoints(
  box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  centre: { readonly x: number; readonly y: number },
  pitch: number,
  angle: number,
): PointGrid {
  const c = pitch / Math.sqrt(Math.PI);
  const margin = 2 * pitch;
  const farX = Math.max(Math.abs(box.x - margin - centre.x), Math.abs(box.x + box.width + margin - centre.x));
  const farY = Math.max(Math.abs(box.y - margin - centre.y), Math.abs(box.y + box.height + margin - centre.y));
  const last = Math.ceil((farX * farX + farY * farY) / (c * c));
  const xs: number[] = [];
  const ys: number[] = [];
  const start = (angle * Math.PI) / 180;
  for (let k = 0; k <= last; k++) {
    const radius = c * Math.sqrt(k + 0.5);
    const turn = k * GOLDEN + start;
    // Whole turns are taken off first, so that the sine stays exact.
    const within = turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI));
    const x = centre.x + radius * cosine(within);
    const y = centre.y - radius * sine(within);
    if (x < box.x - margin || y < box.y - margin || x > box.x + box.width + margin || y > box.y + box.height + margin)
      continue;
    xs.push(x);
    ys.push(y);
  }
  const side = pitch * 0.75;
  const frame = {
    left: box.x - margin,
    top: box.y - margin,
    columns: Math.ceil((box.width + 2 * margin) / side),
    rows: Math.ceil((box.height + 2 * margin) / side),
    side,
    wraps: false,
  };
  return pointGrid(Float64Array.from(xs), Float64Array.from(ys), frame, 0.95 * pitch);
}
