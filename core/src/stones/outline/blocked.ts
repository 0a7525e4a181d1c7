import type { Footprint } from '../table/footprint.ts';
import { SLACK, type Taken } from '../taken.ts';
import type { Track } from './walk.ts';

/** A part of a track, from one way to a later one. */
export type Span = readonly [number, number];

/** Parts of a track on which a stone would come too near to those that are laid already, from its start onwards. */
export function blockedSpans(track: Track, taken: Taken, own: Footprint, region: number): Span[] {
  if (taken.list.count === 0) return [];
  const { points, along } = track;
  const { list, footprints } = taken;
  const gap = taken.gapOf(region);
  const spans: [number, number][] = [];
  for (let k = 0; k + 1 < along.length; k++) {
    const [ax, ay, bx, by] = [points[2 * k]!, points[2 * k + 1]!, points[2 * k + 2]!, points[2 * k + 3]!];
    const long = along[k + 1]! - along[k]!;
    if (long === 0) continue;
    const [dx, dy] = [(bx - ax) / long, (by - ay) / long];
    const reach = long / 2 + own.outer + taken.largest + taken.widestGap;
    taken.near((ax + bx) / 2, (ay + by) / 2, reach, (other) => {
      const kept = Math.max(gap, taken.gapOf(list.region[other]!));
      const near = own.outer + footprints[list.size[other]!]!.outer + kept - SLACK;
      const [x, y] = [list.x[other]! - ax, list.y[other]! - ay];
      const middle = x * dx + y * dy;
      const beside = x * x + y * y - middle * middle;
      if (beside >= near * near) return;
      const half = Math.sqrt(near * near - beside);
      const [from, to] = [Math.max(0, middle - half), Math.min(long, middle + half)];
      if (from < to) spans.push([along[k]! + from, along[k]! + to]);
    });
  }
  return united(spans);
}

/** Spans that overlap or touch, as one. */
function united(spans: [number, number][]): Span[] {
  spans.sort((a, b) => a[0] - b[0]);
  const out: [number, number][] = [];
  for (const span of spans) {
    const last = out[out.length - 1];
    if (last && span[0] <= last[1] + 1e-7) last[1] = Math.max(last[1], span[1]);
    else out.push([...span]);
  }
  return out;
}

/** What blocked spans leave free of a track. Of a closed one the last may run on beyond its start. */
export function freeSpans({ length, closed }: Track, blocked: readonly Span[]): Span[] {
  const free: Span[] = [];
  let at = 0;
  for (const [from, to] of blocked) {
    if (from > at) free.push([at, from]);
    at = Math.max(at, to);
  }
  if (at < length) free.push([at, length]);
  const [first, last] = [free[0], free[free.length - 1]];
  if (closed && first && last && first !== last && first[0] === 0 && last[1] === length) {
    return [...free.slice(1, -1), [last[0], length + first[1]]];
  }
  return free;
}
