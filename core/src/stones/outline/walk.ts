import type { Polygon } from '../../raster/outline-coverage.ts';

/** A line of straight pieces with the way from its start to each corner. Closed ones end where they begin. */
export interface Track {
  readonly points: Polygon;
  readonly closed: boolean;
  /** Way from the start to each corner, and of closed ones back to the start, in mm. */
  readonly along: Float64Array;
  readonly length: number;
}

/** A track through points. Corners that coincide count once. */
export function trackOf(points: Polygon, closed: boolean): Track {
  const kept: number[] = [];
  for (let k = 0; k < points.length; k += 2) {
    const n = kept.length;
    if (n > 0 && points[k] === kept[n - 2] && points[k + 1] === kept[n - 1]) continue;
    kept.push(points[k]!, points[k + 1]!);
  }
  if (closed) {
    kept.push(kept[0]!, kept[1]!);
  }
  const all = Float64Array.from(kept);
  const along = new Float64Array(all.length / 2);
  for (let k = 1; k < along.length; k++) {
    const [dx, dy] = [all[2 * k]! - all[2 * k - 2]!, all[2 * k + 1]! - all[2 * k - 1]!];
    along[k] = along[k - 1]! + Math.sqrt(dx * dx + dy * dy);
  }
  return { points: all, closed, along, length: along[along.length - 1]! };
}

/** Index of the piece of a track in which a way along it lies; `near`: one that may be it, or lies before it. */
export function pieceAt({ along }: Track, at: number, near = 0): number {
  const last = along.length - 2;
  // Steps along a track are short: the piece is most often the same or one of the next few.
  for (let k = near; k <= Math.min(last, near + 4); k++) {
    if (along[k]! <= at && (at < along[k + 1]! || k === last)) return k;
  }
  let [low, high] = [0, last];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (along[middle]! <= at) low = middle;
    else high = middle - 1;
  }
  return Math.max(0, low);
}

/** The way along a closed track within 0 … length. */
export const wrapped = ({ length }: Track, at: number): number => at - length * Math.floor(at / length);

/** A place on a track, and the direction in degrees counter-clockwise of the piece that it lies on. */
export interface OnTrack {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

export function onTrack(track: Track, way: number): OnTrack {
  const at = track.closed ? wrapped(track, way) : Math.min(track.length, Math.max(0, way));
  const { points, along } = track;
  const k = pieceAt(track, at);
  const long = along[k + 1]! - along[k]!;
  const t = long > 0 ? (at - along[k]!) / long : 0;
  const [ax, ay, bx, by] = [points[2 * k]!, points[2 * k + 1]!, points[2 * k + 2]!, points[2 * k + 3]!];
  return { x: ax + t * (bx - ax), y: ay + t * (by - ay), dx: bx - ax, dy: by - ay };
}

/** Walks along a track in steps of a straight distance; it remembers the piece that it stands on. */
export interface Walker {
  /**
   * The way of the first place behind `from` that is `far` mm from the place at `from`, in a straight line; Infinity if none
   * is before `until`. Closed tracks go round.
   */
  step(from: number, far: number, until: number): number;
}

export function walker(track: Track): Walker {
  const { points, along, closed, length } = track;
  const pieces = along.length - 1;
  let near = 0;
  return {
    step(from, far, until) {
      const own = closed ? from - length * Math.floor(from / length) : from;
      let base = from - own;
      let k = pieceAt(track, own, near);
      const long = along[k + 1]! - along[k]!;
      const t = long > 0 ? (own - along[k]!) / long : 0;
      const x = points[2 * k]! + t * (points[2 * k + 2]! - points[2 * k]!);
      const y = points[2 * k + 1]! + t * (points[2 * k + 3]! - points[2 * k + 1]!);
      const farSquare = far * far;
      for (;;) {
        const bx = points[2 * k + 2]! - x;
        const by = points[2 * k + 3]! - y;
        if (bx * bx + by * by >= farSquare) break;
        if (base + along[k + 1]! > until) return Infinity;
        k++;
        if (k < pieces) continue;
        if (!closed) return Infinity;
        k = 0;
        base += length;
        if (base - from > length) return Infinity;
      }
      near = k;
      // Solves |a + t (b − a)| = far for the greater t, which is where the piece leaves the circle.
      const ax = points[2 * k]! - x;
      const ay = points[2 * k + 1]! - y;
      const side = along[k + 1]! - along[k]!;
      const dx = (points[2 * k + 2]! - points[2 * k]!) / side;
      const dy = (points[2 * k + 3]! - points[2 * k + 1]!) / side;
      const middle = ax * dx + ay * dy;
      const c = ax * ax + ay * ay - farSquare;
      const way = base + along[k]! - middle + Math.sqrt(Math.max(0, middle * middle - c));
      return way <= until ? Math.max(way, from) : Infinity;
    },
  };
}
