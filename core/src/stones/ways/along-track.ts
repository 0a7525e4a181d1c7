import { arcTangent } from '../../math/exact.ts';
import { blockedSpans, freeSpans, type Span } from '../outline/blocked.ts';
import { type Anchor, anchorsOn, cornersOf, topmost } from '../outline/corners.ts';
import { equallyFar, evenWays, straight } from '../outline/spacing.ts';
import { onTrack, type Track } from '../outline/walk.ts';
import { apart } from '../table/apart.ts';
import { SLACK } from '../taken.ts';
import type { LayWork } from './kind.ts';

const DEGREES = 180 / Math.PI;

/** How much further apart stones with corners are tried, until none comes too near to the next on a bent track. */
const WIDER = [1, 1.01, 1.02, 1.04, 1.07, 1.11, 1.16, 1.22, 1.3, 1.4];

/** Where a stone lies on a track: round ones are not turned, others lie along it. */
export function standing(track: Track, way: number, round: boolean) {
  const { x, y, dx, dy } = onTrack(track, way);
  return { x, y, turn: round ? 0 : -arcTangent(dy, dx) * DEGREES };
}

/** Ways from one end to the other, or of the middle where there is room for one stone only. */
function waysOf(track: Track, [from, to]: Span, pitch: number): number[] {
  const ways = evenWays(track, from, to, pitch);
  return ways.length > 0 ? ways : [(from + to) / 2];
}

/** Cuts a free span at the stones that stand at corners in it. */
function cutAt(span: Span, anchors: readonly Anchor[], length: number, closed: boolean): Span[] {
  const [from, to] = span;
  const inside = anchors
    .flatMap((a) => [a, ...(closed ? [{ ...a, way: a.way + length }] : [])])
    .filter((a) => a.way > from && a.way < to)
    .sort((a, b) => a.way - b.way);
  let at = from;
  const cut: Span[] = [];
  for (const { way, clear } of inside) {
    cut.push([at, way - clear]);
    at = way + clear;
  }
  cut.push([at, to]);
  return cut.filter(([a, b]) => b > a);
}

/** Starts of a closed run that are tried, of one step, and how many stones less. */
const STARTS = 8;
const FEWER = 2;
/** Rounds by which steps across the points of a track come to equal those between them. */
const ROUNDS = 12;

/** Whether places of a run come nearer to each other than they may. */
function anyTooNear(track: Track, ways: readonly number[], least: number): boolean {
  const near = least - SLACK;
  const cells = new Map<number, [number, number][]>();
  const cell = (x: number, y: number) => Math.floor(x / least) * 1_048_576 + Math.floor(y / least);
  for (const way of ways) {
    const { x, y } = onTrack(track, way);
    for (let i = -1; i <= 1; i++) {
      for (let j = -1; j <= 1; j++) {
        for (const [ox, oy] of cells.get(cell(x + i * least, y + j * least)) ?? [])
          if ((ox - x) * (ox - x) + (oy - y) * (oy - y) < near * near) return true;
      }
    }
    const own = cells.get(cell(x, y));
    if (own) own.push([x, y]);
    else cells.set(cell(x, y), [[x, y]]);
  }
  return false;
}

/**
 * Places of a closed run. Where its sides come close to each other, as at the point of a star, it begins elsewhere or holds
 * a few stones less, so that no stone has to be left out.
 */
function closedWays(track: Track, pitch: number, start: number, search: boolean): number[] {
  for (let fewer = 0; fewer <= (search ? FEWER : 0); fewer++) {
    for (let k = 0; k < (search ? STARTS : 1); k++) {
      const from = start + (k * pitch) / STARTS;
      const ways = equallyFar(track, from, from + track.length, pitch, fewer)?.slice(0, -1);
      if (!ways) continue;
      // Where there is no room for two there is always some for one.
      if (ways.length === 0) return [start];
      if (!anyTooNear(track, ways, pitch)) return ways;
    }
  }
  return waysBetweenPoints(track, pitch) ?? evenWays(track, start, start + track.length, pitch).slice(0, -1);
}

/**
 * Places of a closed run with points sharper than 60°: none at the points themselves, but the last before and the first
 * behind each are as far apart as any other two. Null where there are no such points.
 */
function waysBetweenPoints(track: Track, pitch: number): number[] | null {
  const polygon = track.points.subarray(0, -2);
  const tips = anchorsOn(track, cornersOf(polygon, true), 0, pitch).filter((a) => a.clear > 0);
  if (tips.length === 0) return null;
  let step = pitch;
  let ways: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const wider = step / pitch;
    const spans = tips.map((tip, k): Span => {
      const next = tips[k + 1] ?? { ...tips[0]!, way: tips[0]!.way + track.length };
      return [tip.way + tip.clear * wider, next.way - next.clear * wider];
    });
    const all = spans.map((span) => (span[1] > span[0] ? waysOf(track, span, pitch) : []));
    ways = all.flat();
    const far = Math.max(pitch, ...all.filter((w) => w.length > 1).map(([a, b]) => straight(track, a!, b!)));
    if (Math.abs(far - step) < 1e-6) break;
    step = far;
  }
  return ways;
}

/** The ways at which stones stand so many mm apart. `anchors`: those at corners, which stand in any case. */
function allWays(
  track: Track,
  free: readonly Span[],
  anchors: readonly Anchor[],
  pitch: number,
  search: boolean,
): number[] {
  const whole = track.closed && free.length === 1 && free[0]![1] - free[0]![0] >= track.length;
  if (whole) {
    const start = anchors[0]?.way ?? topmost(track);
    if (anchors.length === 0) return closedWays(track, pitch, start, search);
    const rounds = anchors.map((a, k): Span => {
      const next = anchors[k + 1] ?? { ...anchors[0]!, way: anchors[0]!.way + track.length };
      return [a.way + a.clear, next.way - next.clear];
    });
    // Both ends of a round are corners, where stones stand already.
    const between = rounds.flatMap(([from, to], k) => {
      const next = anchors[k + 1] ?? anchors[0]!;
      const ways = to > from ? evenWays(track, from, to, pitch) : [];
      return ways.slice(anchors[k]!.clear > 0 ? 0 : 1, next.clear > 0 ? undefined : -1);
    });
    return [...anchors.map((a) => a.way), ...between];
  }
  const onFree = anchors.filter(({ way }) =>
    free.some(([a, b]) => (way >= a && way <= b) || (way + track.length >= a && way + track.length <= b)),
  );
  const spans = free.flatMap((span) => cutAt(span, onFree, track.length, track.closed));
  return [...onFree.map((a) => a.way), ...spans.flatMap((span) => waysOf(track, span, pitch))];
}

/**
 * Lays a run of one size along a track, evenly between what is laid already, so that a closed one closes. Returns how many
 * stones it laid.
 * @param search whether other starts are tried where the sides of the track come close to each other
 */
export function layAlong(
  work: LayWork,
  track: Track,
  size: number,
  row: number,
  anchors: readonly Anchor[],
  search = true,
): number {
  const { footprints, gap, taken, region } = work;
  const own = footprints[size]!;
  const round = own.corners === null;
  const free = freeSpans(track, blockedSpans(track, taken, own, region));
  if (free.length === 0 || track.length === 0) return 0;
  const pitch = 2 * own.halfWidth + gap;
  let ways = allWays(track, free, anchors, pitch, search);
  for (let k = 1; !round && k < WIDER.length; k++) {
    const at = [...ways].sort((a, b) => a - b).map((way) => standing(track, way, false));
    const near = at.some((a, n) => {
      const b = at[n + 1] ?? (track.closed && at.length > 2 ? at[0]! : null);
      return b !== null && apart(own, a.turn, own, b.turn, b.x - a.x, b.y - a.y, gap - SLACK) < gap - SLACK;
    });
    if (!near) break;
    ways = allWays(track, free, anchors, pitch * WIDER[k]!, search);
  }
  let laid = 0;
  for (const way of ways) {
    const { x, y, turn } = standing(track, way, round);
    if (work.lay(x, y, turn, size, row)) laid++;
  }
  return laid;
}
