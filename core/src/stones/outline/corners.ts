import type { Polygon } from '../../raster/outline-coverage.ts';
import { cosine } from '../../math/exact.ts';
import type { Track } from './walk.ts';

/** A sharp corner of an outline. */
export interface Corner {
  readonly x: number;
  readonly y: number;
  /** Unit vector that halves the corner and points away from what lies right of the outline, which is its inside. */
  readonly outX: number;
  readonly outY: number;
  /** Sine of half of the angle between its sides. */
  readonly halfSine: number;
}

/** An outline that turns by more than 35° at a point has a sharp corner there. */
const SHARP = cosine((35 * Math.PI) / 180);

/** The sharp corners of a polygon or of a line. */
export function cornersOf(points: Polygon, closed: boolean): Corner[] {
  const n = points.length / 2;
  const corners: Corner[] = [];
  const at = (k: number) => [points[2 * ((k + n) % n)]!, points[2 * ((k + n) % n) + 1]!] as const;
  for (let k = closed ? 0 : 1; k < (closed ? n : n - 1); k++) {
    const [[px, py], [x, y], [qx, qy]] = [at(k - 1), at(k), at(k + 1)];
    const [a, b] = [
      Math.sqrt((x - px) * (x - px) + (y - py) * (y - py)),
      Math.sqrt((qx - x) * (qx - x) + (qy - y) * (qy - y)),
    ];
    if (a === 0 || b === 0) continue;
    const [ux, uy, vx, vy] = [(x - px) / a, (y - py) / a, (qx - x) / b, (qy - y) / b];
    const straight = ux * vx + uy * vy;
    if (straight > SHARP) continue;
    // The sum of both sides' outward normals, which are to the left of the way.
    const [nx, ny] = [uy + vy, -ux - vx];
    const long = Math.sqrt(nx * nx + ny * ny);
    const out = long > 1e-9 ? [nx / long, ny / long] : [ux, uy];
    corners.push({ x, y, outX: out[0]!, outY: out[1]!, halfSine: Math.sqrt(Math.max(0, (1 + straight) / 2)) });
  }
  return corners;
}

/** A stone that stands at a corner of a run. */
export interface Anchor {
  readonly way: number;
  /** How far along the track both sides come too near to each other for stones of both. */
  readonly clear: number;
}

/** The way of the place on a track nearest to a point, and how far it is from it. */
function nearestWay({ points, along }: Track, x: number, y: number): { readonly way: number; readonly far: number } {
  let [way, far] = [0, Infinity];
  for (let k = 0; k + 1 < along.length; k++) {
    const [ax, ay] = [points[2 * k]!, points[2 * k + 1]!];
    const [dx, dy] = [points[2 * k + 2]! - ax, points[2 * k + 3]! - ay];
    const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    const [ex, ey] = [x - ax - t * dx, y - ay - t * dy];
    const d = ex * ex + ey * ey;
    if (d < far) [way, far] = [along[k]! + t * (along[k + 1]! - along[k]!), d];
  }
  return { way, far: Math.sqrt(far) };
}

/**
 * Where the corners of an outline lie on a track whose distance from it is `by` mm, outwards above 0, as far as the track has
 * a place near them; in order, none nearer to the next than `least` mm along the track.
 */
export function anchorsOn(track: Track, corners: readonly Corner[], by: number, least: number): Anchor[] {
  const found = corners.flatMap((c): Anchor[] => {
    const [x, y] = [c.x + c.outX * by, c.y + c.outY * by];
    const { way, far } = nearestWay(track, x, y);
    if (far > 3 * Math.abs(by) + 0.01) return [];
    // Below 60° places one step from the corner are nearer to each other than a step.
    const clear = c.halfSine < 0.5 && c.halfSine > 0 ? least / (2 * c.halfSine) : 0;
    const at = track.closed && way >= track.length ? 0 : way;
    return [{ way: at, clear }];
  });
  found.sort((a, b) => a.way - b.way);
  const kept: Anchor[] = [];
  for (const anchor of found) {
    const last = kept[kept.length - 1];
    if (!last || anchor.way - last.way >= least) kept.push(anchor);
  }
  const [first, last] = [kept[0], kept[kept.length - 1]];
  if (track.closed && first && last && first !== last && first.way + track.length - last.way < least) kept.pop();
  return kept;
}

/** Way of the uppermost place of a track, where closed runs begin: those of shapes that are alike left and right are too. */
export function topmost(track: Track): number {
  let best = 0;
  for (let k = 1; k < track.along.length; k++) {
    const [y, least] = [track.points[2 * k + 1]!, track.points[2 * best + 1]!];
    if (y < least || (y === least && track.points[2 * k]! < track.points[2 * best]!)) best = k;
  }
  return best === track.along.length - 1 ? 0 : track.along[best]!;
}
