import svgpath from 'svgpath';
import { type Arc, arcPoints } from './arc-points.ts';
import { type Area, rowsOf } from './area.ts';

/** x, y, x, y …: one closed polygon in sheet pixels. */
export type Polygon = Float64Array;

type Matrix = readonly [number, number, number, number, number, number];

/** How far, in pixels, a curve may be from the lines that stand for it. */
const FLATNESS = 0.01;

/** Adds a cubic arc as lines that are nowhere further from it than `flatness`. */
function cubic(to: number[], x0: number, y0: number, c: readonly number[], flatness: number): void {
  const [x1, y1, x2, y2, x3, y3] = c as [number, number, number, number, number, number];
  const bend = Math.max(
    Math.abs(x0 - 2 * x1 + x2),
    Math.abs(y0 - 2 * y1 + y2),
    Math.abs(x1 - 2 * x2 + x3),
    Math.abs(y1 - 2 * y2 + y3),
  );
  const pieces = Math.min(500, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / flatness))));
  for (let k = 1; k <= pieces; k++) {
    const t = k / pieces;
    const u = 1 - t;
    const [a, b, d, e] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
    to.push(a * x0 + b * x1 + d * x2 + e * x3, a * y0 + b * y1 + d * y2 + e * y3);
  }
}

/** One piece of an outline. */
export interface Contour {
  readonly points: Polygon;
  /** Whether the path closes it itself. */
  readonly closed: boolean;
}

/**
 * An SVG path (1.1, chapter 8) as pieces of straight lines, in the units that the matrix leads to.
 * @param flatness how far a curve may be from the lines that stand for it
 * @param arcs whether arcs are followed as they are, or by cubic curves, which are up to 0.03 % of the radius off
 * @throws Error when it is no path
 */
export function contoursOf(path: string, matrix: Matrix, flatness: number, arcs: 'exact' | 'cubic'): Contour[] {
  const whole = svgpath(path).abs().unshort();
  const parsed = (arcs === 'cubic' ? whole.unarc() : whole).matrix([...matrix]);
  const problem = (parsed as unknown as { err?: string }).err;
  if (problem) throw new Error(`The outline cannot be read: ${problem}.`);
  const contours: Contour[] = [];
  let points: number[] = [];
  const end = (closed: boolean) => {
    if (points.length >= 4) contours.push({ points: Float64Array.from(points), closed });
    points = [];
  };
  parsed.iterate((segment, _index, x, y) => {
    const [letter, ...numbers] = segment as unknown as [string, ...number[]];
    const [a, b, c, d] = numbers as [number, number, number, number];
    if (letter === 'M') {
      end(false);
      points.push(a, b);
    } else if (letter === 'Z' || letter === 'z') {
      const [px, py] = points as [number, number];
      end(true);
      if (px !== undefined) points.push(px, py);
    } else if (letter === 'L') points.push(a, b);
    else if (letter === 'H') points.push(a, y);
    else if (letter === 'V') points.push(x, a);
    else if (letter === 'C') cubic(points, x, y, numbers, flatness);
    else if (letter === 'A') arcPoints(points, x, y, numbers as unknown as Arc, flatness);
    else if (letter === 'Q') {
      const [px, py] = [x + (2 / 3) * (a - x), y + (2 / 3) * (b - y)];
      cubic(points, x, y, [px, py, c + (2 / 3) * (a - c), d + (2 / 3) * (b - d), c, d], flatness);
    }
  });
  end(false);
  return contours;
}

/**
 * An SVG path as polygons in pixels; open pieces are closed.
 * @throws Error when it is no path
 */
export const polygonsOf = (path: string, matrix: Matrix): Polygon[] =>
  contoursOf(path, matrix, FLATNESS, 'cubic').flatMap(({ points }) => (points.length >= 6 ? [points] : []));

/** Adds what a piece of an edge that crosses a row from x `from` to x `to`, both in 0..width, leaves to its right. */
function addPiece(sums: Float32Array, at: number, a: number, b: number, h: number): void {
  const [from, to] = a <= b ? [a, b] : [b, a];
  const first = Math.floor(from);
  if (to <= first + 1) {
    const inside = first + 1 - (from + to) / 2;
    sums[at + first]! += h * inside;
    sums[at + first + 1]! += h * (1 - inside);
    return;
  }
  // The edge crosses several pixels of the row: shares of h go with the width crossed.
  const per = h / (to - from);
  let held = 0;
  for (let x = first; x < to; x++) {
    const left = Math.max(from, x);
    const right = Math.min(to, x + 1);
    const part = per * (right - left);
    const inside = part * (x + 1 - (left + right) / 2);
    sums[at + x]! += inside + held;
    held = part - inside;
  }
  sums[at + Math.ceil(to)]! += held;
}

/** Adds the signed area to the right of one edge, pixel by pixel: the running sum along a row is the winding. */
function addEdge(
  sums: Float32Array,
  width: number,
  height: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): void {
  if (ay === by) return;
  const sign = ay < by ? 1 : -1;
  const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
  if (y1 <= 0 || y0 >= height) return;
  const slope = (x1 - x0) / (y1 - y0);
  const last = Math.min(height, Math.ceil(y1));
  for (let row = Math.max(0, Math.floor(y0)); row < last; row++) {
    const top = Math.max(y0, row);
    const bottom = Math.min(y1, row + 1);
    const h = (bottom - top) * sign;
    const from = x0 + (top - y0) * slope;
    const to = x0 + (bottom - y0) * slope;
    const at = row * (width + 2);
    const [low, high] = from <= to ? [from, to] : [to, from];
    if (low >= 0 && high <= width) {
      addPiece(sums, at, from, to, h);
      continue;
    }
    // What lies to the left of the area is inside for the whole row, and what lies to the right for none of it: an edge that
    // leaves the area is cut there, so that its pixels are covered as they are in any other area.
    const per = high > low ? h / (high - low) : 0;
    if (low < 0) sums[at]! += high <= 0 ? h : per * -low;
    const [left, right] = [Math.max(0, low), Math.min(width, high)];
    if (right > left) addPiece(sums, at, left, right, per * (right - left));
  }
}

/**
 * Exact coverage 0..1 of every pixel of an area by polygons: the share of the pixel's square that lies
 * inside. `evenOdd`: overlaps are holes by turns; otherwise all that is wound round is filled.
 */
export function coverPolygons(polygons: readonly Polygon[], area: Area, evenOdd: boolean): Float32Array {
  const { x: left, y: top, width, height, step } = area;
  const sums = new Float32Array((width + 2) * height);
  for (const p of polygons) {
    const n = p.length / 2;
    for (let k = 0; k < n; k++) {
      const m = k + 1 === n ? 0 : k + 1;
      addEdge(sums, width, height, p[2 * k]! - left, p[2 * k + 1]! - top, p[2 * m]! - left, p[2 * m + 1]! - top);
    }
  }
  const out = new Float32Array(width * rowsOf(area));
  for (let y = 0, k = 0; y < height; y += step) {
    let sum = 0;
    for (let x = 0; x < width; x++, k++) {
      sum += sums[y * (width + 2) + x]!;
      const wound = Math.abs(sum);
      if (evenOdd) {
        const turn = wound % 2;
        out[k] = turn > 1 ? 2 - turn : turn;
      } else out[k] = Math.min(1, wound);
    }
  }
  return out;
}

/** Coverage by lines of a width in pixels along polygons, with a soft edge of one pixel. */
export function coverOutlines(polygons: readonly Polygon[], area: Area, lineWidth: number): Float32Array {
  const rows = rowsOf(area);
  const out = new Float32Array(area.width * rows);
  const r = lineWidth / 2;
  const reach = r + 1;
  for (const p of polygons) {
    const n = p.length / 2;
    for (let k = 0; k < n; k++) {
      const m = k + 1 === n ? 0 : k + 1;
      const [x0, y0, x1, y1] = [p[2 * k]!, p[2 * k + 1]!, p[2 * m]!, p[2 * m + 1]!];
      const [dx, dy] = [x1 - x0, y1 - y0];
      const length = dx * dx + dy * dy;
      const first = Math.max(0, Math.floor((Math.min(y0, y1) - reach - area.y) / area.step));
      const last = Math.min(rows, Math.ceil((Math.max(y0, y1) + reach - area.y) / area.step) + 1);
      const from = Math.max(0, Math.floor(Math.min(x0, x1) - reach - area.x));
      const to = Math.min(area.width, Math.ceil(Math.max(x0, x1) + reach - area.x) + 1);
      for (let row = first; row < last; row++) {
        const y = area.y + row * area.step + 0.5 - y0;
        for (let column = from; column < to; column++) {
          const x = area.x + column + 0.5 - x0;
          const t = length === 0 ? 0 : Math.min(1, Math.max(0, (x * dx + y * dy) / length));
          const [ex, ey] = [x - t * dx, y - t * dy];
          const cover = Math.min(1, Math.max(0, r + 0.5 - Math.sqrt(ex * ex + ey * ey)));
          const at = row * area.width + column;
          if (cover > out[at]!) out[at] = cover;
        }
      }
    }
  }
  return out;
}
