import { onTrack, trackOf, walker } from './outline/walk.ts';
import type { StoneList } from './list.ts';
import type { Footprint } from './table/footprint.ts';

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Distances that are equal but for rounding, in mm. */
const SAME = 1e-6;

/**
 * Where a stone that is moved to a place snaps: to touch, at the gap, the stones near it, two if it can. The place itself
 * where none is near.
 * @param within how far it may be drawn, in mm
 * @param skip stones that it does not snap to: those that move with it
 */
export function snapped(
  { count, x, y, size }: StoneList,
  footprints: readonly Footprint[],
  own: Footprint,
  gap: number,
  at: Place,
  within: number,
  skip: ReadonlySet<number>,
): Place {
  const near: { x: number; y: number; r: number }[] = [];
  for (let k = 0; k < count; k++) {
    if (skip.has(k)) continue;
    const r = own.outer + footprints[size[k]!]!.outer + gap;
    const [dx, dy] = [at.x - x[k]!, at.y - y[k]!];
    if (dx * dx + dy * dy < (r + within) * (r + within)) near.push({ x: x[k]!, y: y[k]!, r });
  }
  const places: Place[] = [];
  near.forEach((a, n) => {
    const [dx, dy] = [at.x - a.x, at.y - a.y];
    const d = Math.sqrt(dx * dx + dy * dy);
    if (d > 0) places.push({ x: a.x + (dx * a.r) / d, y: a.y + (dy * a.r) / d });
    for (const b of near.slice(n + 1)) {
      const [ex, ey] = [b.x - a.x, b.y - a.y];
      const e = Math.sqrt(ex * ex + ey * ey);
      if (e === 0 || e > a.r + b.r || e < Math.abs(a.r - b.r)) continue;
      const along = (a.r * a.r - b.r * b.r + e * e) / (2 * e);
      const beside = Math.sqrt(Math.max(0, a.r * a.r - along * along));
      for (const side of [beside, -beside])
        places.push({ x: a.x + (along * ex - side * ey) / e, y: a.y + (along * ey + side * ex) / e });
    }
  });
  const far = (p: Place, q: Place) => (p.x - q.x) * (p.x - q.x) + (p.y - q.y) * (p.y - q.y);
  const square = (v: number) => v * v;
  const fit = places
    .filter((p) => far(p, at) <= square(within))
    .filter((p) => near.every((o) => far(o, p) >= square(o.r - SAME)))
    .map((p) => ({ p, touching: near.filter((o) => far(o, p) <= square(o.r + SAME)).length }))
    // A place between two stones is meant, as long as it is not far.
    .sort((a, b) => Number(nests(b)) - Number(nests(a)) || far(a.p, at) - far(b.p, at));
  return fit[0]?.p ?? at;

  function nests({ p, touching }: { readonly p: Place; readonly touching: number }): boolean {
    return touching > 1 && far(p, at) <= square(within / 2);
  }
}

/** Places of a run of stones along a way that was drawn by hand: x, y, x, y … in mm; one every `pitch` mm. */
export function drawnRun(points: readonly number[], pitch: number): Place[] {
  if (points.length < 2) return [];
  if (points.length < 4) return [{ x: points[0]!, y: points[1]! }];
  const track = trackOf(Float64Array.from(points), false);
  const { step } = walker(track);
  const places: Place[] = [];
  for (let way = 0; way < Infinity; way = step(way, pitch, track.length)) {
    const { x, y } = onTrack(track, way);
    places.push({ x, y });
    if (track.length === 0) break;
  }
  return places;
}

/** Indices of the stones whose middle lies in a closed way that was drawn by hand: x, y, x, y … in mm. */
export function stonesInside({ count, x, y }: StoneList, lasso: readonly number[]): number[] {
  const inside = (px: number, py: number): boolean => {
    let odd = false;
    for (let k = 0; k < lasso.length; k += 2) {
      const m = k + 2 === lasso.length ? 0 : k + 2;
      const [ax, ay, bx, by] = [lasso[k]!, lasso[k + 1]!, lasso[m]!, lasso[m + 1]!];
      if (ay <= py !== by <= py && ax + ((py - ay) / (by - ay)) * (bx - ax) > px) odd = !odd;
    }
    return odd;
  };
  return Array.from({ length: count }, (_, k) => k).filter((k) => inside(x[k]!, y[k]!));
}
