import type { Size } from '../raster/sheet.ts';
import type { Point, PointMap } from './kind.ts';

/** How close to a point its image must come, in pixels. */
const CLOSE = 1e-4;
const STEPS = 12;
/** Steps by slopes that stay the same, before others are tried. */
const CHORDS = 10;
/** How far outside the half of a cell a point may lie, in parts of it. */
const EDGE = 1e-9;
/** Halves of cells through which the way to a point may lead, at most. */
const WALK = 400;
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
  let made: Bins | null = null;
  const binsOf = (): Bins => {
    made ??= binned(images, across, down);
    return made;
  };
  const [cellX, cellY] = [(width + 2 * extraX) / across, (height + 2 * extraY) / down];
  // Where nothing folds every point has one place, so that it may be sought beside the last one.
  const single = !anyFolded(images, across, down);

  const at = { x: 0, y: 0 };
  const image = { x: 0, y: 0 };
  // The half of a cell that was looked at last, and where the point lies in it.
  const on: Half = { upper: true, c: 0, r: 0, qx: 0, qy: 0, sx: 0, sy: 0, det: 0, u: 0, v: 0 };
  /** Weighs a point by the corners of one half of a cell. */
  function weigh(half: number, x: number, y: number): void {
    const cell = half >> 1;
    on.r = Math.floor(cell / across);
    on.c = cell - on.r * across;
    on.upper = (half & 1) === 0;
    const a = 2 * (on.r * wide + on.c);
    const p = on.upper ? a : a + 2 * wide + 2;
    const q = on.upper ? a + 2 : a + 2 * wide;
    const s = on.upper ? a + 2 * wide : a + 2;
    const px = images[p]!;
    const py = images[p + 1]!;
    on.qx = images[q]! - px;
    on.qy = images[q + 1]! - py;
    on.sx = images[s]! - px;
    on.sy = images[s + 1]! - py;
    on.det = on.qx * on.sy - on.sx * on.qy;
    on.u = ((x - px) * on.sy - on.sx * (y - py)) / on.det;
    on.v = (on.qx * (y - py) - (x - px) * on.qy) / on.det;
  }
  const inside = (): boolean => on.det !== 0 && on.u >= -EDGE && on.v >= -EDGE && on.u + on.v <= 1 + EDGE;

  /**
   * Finds the place in the half of a cell that was looked at last: by steps with the slopes of the half itself, of which a
   * few are enough for most places, or else by Newton's method.
   */
  function polish(x: number, y: number): void {
    const { upper, c, r, qx, qy, sx, sy, det, u, v } = on;
    // One way along the cell leads by q in the image, the other by s.
    const wx = upper ? cellX : -cellX;
    const wy = upper ? cellY : -cellY;
    const fx = placeX(upper ? c : c + 1) + u * wx;
    const fy = placeY(upper ? r : r + 1) + v * wy;
    const xx = (wx * sy) / det;
    const xy = (-wx * sx) / det;
    const yx = (-wy * qy) / det;
    const yy = (wy * qx) / det;
    at.x = fx;
    at.y = fy;
    let before = Infinity;
    for (let k = 0; k < CHORDS; k++) {
      forth(at.x, at.y, image);
      const [ex, ey] = [x - image.x, y - image.y];
      const off = ex * ex + ey * ey;
      if (off < CLOSE * CLOSE) return;
      if (off > before / 2) break;
      before = off;
      at.x += xx * ex + xy * ey;
      at.y += yx * ex + yy * ey;
    }
    at.x = fx;
    at.y = fy;
    if (!seek(forth, x, y, at)) {
      at.x = fx;
      at.y = fy;
    }
  }

  /**
   * Walks from half to half towards a point, always through the side beyond which it lies; false where the mesh ends before
   * or the way is too long.
   */
  function walk(from: number, x: number, y: number): boolean {
    let half = from;
    for (let k = 0; k < WALK; k++) {
      weigh(half, x, y);
      if (inside()) {
        last = half;
        return true;
      }
      const { upper, c, r, u, v } = on;
      const [way, to] = [upper ? -1 : 1, upper ? 1 : 0];
      if (u < 0 && u <= v) {
        if (c + way < 0 || c + way >= across) return false;
        half = 2 * (r * across + c + way) + to;
      } else if (v < 0) {
        if (r + way < 0 || r + way >= down) return false;
        half = 2 * ((r + way) * across + c) + to;
      } else half = 2 * (r * across + c) + to;
    }
    return false;
  }

  let last = 0;
  function found(x: number, y: number): boolean {
    if (single && walk(last, x, y)) return true;
    const bins = binsOf();
    const bx = Math.floor((x - bins.left) / bins.size);
    const by = Math.floor((y - bins.top) / bins.size);
    if (bx < 0 || by < 0 || bx >= bins.across || by >= bins.down) return false;
    for (const half of bins.lists[by * bins.across + bx]!) {
      weigh(half, x, y);
      if (!inside()) continue;
      last = half;
      return true;
    }
    return false;
  }

  return (x, y, to) => {
    if (found(x, y)) {
      polish(x, y);
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

/** One half of a cell, and how a point lies in it: by the weights u and v of the corners q and s beside p. */
interface Half {
  upper: boolean;
  c: number;
  r: number;
  qx: number;
  qy: number;
  sx: number;
  sy: number;
  det: number;
  u: number;
  v: number;
}

/** Whether any half of a cell is turned over. */
function anyFolded(images: Float64Array, across: number, down: number): boolean {
  const wide = across + 1;
  const turned = (p: number, q: number, s: number): boolean => {
    const [px, py] = [images[2 * p]!, images[2 * p + 1]!];
    const [qx, qy] = [images[2 * q]! - px, images[2 * q + 1]! - py];
    const [sx, sy] = [images[2 * s]! - px, images[2 * s + 1]! - py];
    return qx * sy - sx * qy <= 0;
  };
  for (let r = 0; r < down; r++) {
    for (let c = 0; c < across; c++) {
      const a = r * wide + c;
      if (turned(a, a + 1, a + wide) || turned(a + wide + 1, a + wide, a + 1)) return true;
    }
  }
  return false;
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
