import type { Size } from '../raster/sheet.ts';
import type { Point, PointMap } from './kind.ts';

/** How close to a point its image must come, in pixels. */
const CLOSE = 1e-4;
const STEPS = 12;
/** Half of the step in pixels over which slopes are taken. */
const H = 0.25;

/** Looks from a place on for the one that a map takes to (x, y), by Newton's method; false where it is not found. */
export function seek(map: PointMap, x: number, y: number, at: Point): boolean {
  const [a, b] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ];
  for (let k = 0; k < STEPS; k++) {
    map(at.x, at.y, a);
    const [ex, ey] = [x - a.x, y - a.y];
    const off = ex * ex + ey * ey;
    if (off < CLOSE * CLOSE) return true;
    map(at.x + H, at.y, a);
    map(at.x - H, at.y, b);
    const [xx, yx] = [(a.x - b.x) / (2 * H), (a.y - b.y) / (2 * H)];
    map(at.x, at.y + H, a);
    map(at.x, at.y - H, b);
    const [xy, yy] = [(a.x - b.x) / (2 * H), (a.y - b.y) / (2 * H)];
    const det = xx * yy - xy * yx;
    if (!(Math.abs(det) > 1e-9)) return false;
    at.x += (ex * yy - ey * xy) / det;
    at.y += (ey * xx - ex * yx) / det;
  }
  return false;
}

/** Where a point comes to lie, for a bend that is known the other way round; sought from where it would lie unmoved. */
export function forthOf(back: PointMap): PointMap {
  const from = { x: 0, y: 0 };
  return (x, y, out) => {
    back(x, y, from);
    const at = { x: 2 * x - from.x, y: 2 * y - from.y };
    if (!seek(back, x, y, at)) {
      // Half steps find their way where whole ones leap too far.
      at.x = x;
      at.y = y;
      for (let k = 0; k < 200; k++) {
        back(at.x, at.y, from);
        at.x += (x - from.x) / 2;
        at.y += (y - from.y) / 2;
      }
      seek(back, x, y, at);
    }
    out.x = at.x;
    out.y = at.y;
  };
}

/** Triangles of a mesh that reach into each of some boxes, in the order of the mesh. */
interface Bins {
  readonly left: number;
  readonly top: number;
  readonly size: number;
  readonly across: number;
  readonly down: number;
  readonly lists: readonly (readonly number[])[];
}

/**
 * The inverse of a map that is known forwards, over a sheet and as much again on each side. Where the map folds the first
 * of several places is taken, counted from the top left: every point has one, whatever part of the sheet is asked for.
 */
export function inverseOf(forth: PointMap, { width, height }: Size, cells: { across: number; down: number }): PointMap {
  // The mesh goes on beyond the sheet, so that what moves in from there is found.
  const [extraX, extraY] = [width / 2, height / 2];
  const [across, down] = [cells.across * 2, cells.down * 2];
  const placeX = (c: number) => -extraX + (c / across) * (width + 2 * extraX);
  const placeY = (r: number) => -extraY + (r / down) * (height + 2 * extraY);
  const wide = across + 1;
  const images = new Float64Array(2 * wide * (down + 1));
  const out = { x: 0, y: 0 };
  for (let r = 0; r <= down; r++) {
    for (let c = 0; c <= across; c++) {
      forth(placeX(c), placeY(r), out);
      images.set([out.x, out.y], 2 * (r * wide + c));
    }
  }
  const bins = binned(images, across, down);

  /** Finds the place in one half of a cell, by its weights; false where the point lies elsewhere. */
  function inHalf(half: number, x: number, y: number, at: Point): boolean {
    const cell = half >> 1;
    const [r, c] = [Math.floor(cell / across), cell % across];
    const upper = (half & 1) === 0;
    const a = r * wide + c;
    const corners = upper ? [a, a + 1, a + wide] : [a + wide + 1, a + wide, a + 1];
    const [p, q, s] = corners.map((k) => [images[2 * k]!, images[2 * k + 1]!] as const) as [
      readonly [number, number],
      readonly [number, number],
      readonly [number, number],
    ];
    const det = (q[0] - p[0]) * (s[1] - p[1]) - (s[0] - p[0]) * (q[1] - p[1]);
    if (det === 0) return false;
    const u = ((x - p[0]) * (s[1] - p[1]) - (s[0] - p[0]) * (y - p[1])) / det;
    const v = ((q[0] - p[0]) * (y - p[1]) - (x - p[0]) * (q[1] - p[1])) / det;
    if (u < -1e-9 || v < -1e-9 || u + v > 1 + 1e-9) return false;
    const way = upper ? 1 : -1;
    at.x = placeX(upper ? c : c + 1) + (way * u * (width + 2 * extraX)) / across;
    at.y = placeY(upper ? r : r + 1) + (way * v * (height + 2 * extraY)) / down;
    return true;
  }

  const at = { x: 0, y: 0 };
  return (x, y, to) => {
    const bx = Math.floor((x - bins.left) / bins.size);
    const by = Math.floor((y - bins.top) / bins.size);
    const list = bx < 0 || by < 0 || bx >= bins.across || by >= bins.down ? [] : bins.lists[by * bins.across + bx]!;
    for (const half of list) {
      if (!inHalf(half, x, y, at)) continue;
      const [fx, fy] = [at.x, at.y];
      if (!seek(forth, x, y, at)) {
        at.x = fx;
        at.y = fy;
      }
      to.x = at.x;
      to.y = at.y;
      return;
    }
    // Far away from all that is moved: as the map moves the point itself.
    forth(x, y, at);
    to.x = 2 * x - at.x;
    to.y = 2 * y - at.y;
  };
}

const BINS = 64;

function binned(images: Float64Array, across: number, down: number): Bins {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let k = 0; k < images.length; k += 2) {
    left = Math.min(left, images[k]!);
    right = Math.max(right, images[k]!);
    top = Math.min(top, images[k + 1]!);
    bottom = Math.max(bottom, images[k + 1]!);
  }
  const size = Math.max(1, right - left, bottom - top) / BINS;
  const [binsX, binsY] = [Math.floor((right - left) / size) + 1, Math.floor((bottom - top) / size) + 1];
  const lists = Array.from({ length: binsX * binsY }, (): number[] => []);
  const wide = across + 1;
  for (let r = 0; r < down; r++) {
    for (let c = 0; c < across; c++) {
      const corners = [r * wide + c, r * wide + c + 1, (r + 1) * wide + c, (r + 1) * wide + c + 1];
      const xs = corners.map((k) => Math.floor((images[2 * k]! - left) / size));
      const ys = corners.map((k) => Math.floor((images[2 * k + 1]! - top) / size));
      for (let y = Math.min(...ys); y <= Math.max(...ys); y++) {
        for (let x = Math.min(...xs); x <= Math.max(...xs); x++) {
          lists[y * binsX + x]!.push(2 * (r * across + c), 2 * (r * across + c) + 1);
        }
      }
    }
  }
  return { left, top, size, across: binsX, down: binsY, lists };
}
