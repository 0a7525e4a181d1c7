import type { StoneList } from '../../src/stones/list.ts';
import type { StoneTable } from '../../src/stones/table/table.ts';

/*
 * Distances between stones, worked out without any of the code that lays them: all pairs, each stone drawn anew from its
 * size in the table.
 */

type Point = readonly [number, number];

/** Corners of a stone on the sheet; a round one has none. */
function cornersOf(list: StoneList, k: number, table: StoneTable): Point[] | null {
  const { shape, width, height } = table.sizes[list.size[k]!]!;
  if (shape === 'round') return null;
  const t = (-list.turn[k]! * Math.PI) / 180;
  const own: Point[] =
    shape === 'square'
      ? [
          [-width / 2, -height / 2],
          [width / 2, -height / 2],
          [width / 2, height / 2],
          [-width / 2, height / 2],
        ]
      : Array.from({ length: 180 }, (_, n): Point => {
          const a = (n * Math.PI) / 90;
          return [(width / 2) * Math.cos(a), (height / 2) * Math.sin(a)];
        });
  return own.map(([x, y]) => [
    list.x[k]! + x * Math.cos(t) - y * Math.sin(t),
    list.y[k]! + x * Math.sin(t) + y * Math.cos(t),
  ]);
}

function pointToLine([px, py]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const t = Math.min(
    1,
    Math.max(0, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)),
  );
  return Math.hypot(px - ax - t * (bx - ax), py - ay - t * (by - ay));
}

type Side = readonly [Point, Point];
const known = new WeakMap<readonly Point[], readonly Side[]>();

function sides(p: readonly Point[]): readonly Side[] {
  const made = known.get(p) ?? p.map((a, k): Side => [a, p[(k + 1) % p.length]!]);
  known.set(p, made);
  return made;
}

/** Whether a point lies in a polygon, by the winding number. */
function isInside([x, y]: Point, p: readonly Point[]): boolean {
  let winding = 0;
  for (const [[ax, ay], [bx, by]] of sides(p)) {
    const left = (bx - ax) * (y - ay) - (x - ax) * (by - ay);
    if (ay <= y && by > y && left > 0) winding++;
    if (ay > y && by <= y && left < 0) winding--;
  }
  return winding !== 0;
}

function polygonsApart(p: readonly Point[], q: readonly Point[]): number {
  let least = Infinity;
  let deepest = 0;
  for (const [a, b] of [
    [p, q],
    [q, p],
  ] as const) {
    for (const v of a) {
      const far = Math.min(...sides(b).map(([s, e]) => pointToLine(v, s, e)));
      if (isInside(v, b)) deepest = Math.max(deepest, far);
      else least = Math.min(least, far);
    }
  }
  return deepest > 0 ? -deepest : least;
}

/** Distance between the edges of two stones of a list; below 0 where they overlap. */
function edgesApart(
  list: StoneList,
  a: number,
  b: number,
  table: StoneTable,
  corners: readonly (Point[] | null)[],
): number {
  const between = Math.hypot(list.x[a]! - list.x[b]!, list.y[a]! - list.y[b]!);
  const [p, q] = [corners[a]!, corners[b]!];
  const radius = (k: number) => table.sizes[list.size[k]!]!.width / 2;
  if (!p && !q) return between - radius(a) - radius(b);
  const middle = (k: number): Point => [list.x[k]!, list.y[k]!];
  const toRound = (polygon: readonly Point[], round: number) =>
    isInside(middle(round), polygon)
      ? -1
      : Math.min(...sides(polygon).map(([s, e]) => pointToLine(middle(round), s, e))) - radius(round);
  if (!p) return toRound(q!, a);
  if (!q) return toRound(p, b);
  return polygonsApart(p, q);
}

/** A pair of stones that are nearer to each other than a gap, in words; null if there is none. `skip`: pairs that may be. */
export function tooNear(
  list: StoneList,
  table: StoneTable,
  gapOf: (region: number) => number,
  skip: (a: number, b: number) => boolean,
): string | null {
  const corners = Array.from({ length: list.count }, (_, k) => cornersOf(list, k, table));
  const largest = Math.max(...table.sizes.map((s) => Math.hypot(s.width, s.height)));
  for (let a = 0; a < list.count; a++) {
    for (let b = a + 1; b < list.count; b++) {
      const gap = Math.max(gapOf(list.region[a]!), gapOf(list.region[b]!));
      if (Math.hypot(list.x[a]! - list.x[b]!, list.y[a]! - list.y[b]!) > largest + gap || skip(a, b)) continue;
      const apart = edgesApart(list, a, b, table, corners);
      if (apart < gap - 0.001) {
        const place = (k: number) => `${list.x[k]!.toFixed(4)}, ${list.y[k]!.toFixed(4)}`;
        return `${apart.toFixed(5)} mm between the stones at ${place(a)} and ${place(b)}, ${gap} asked`;
      }
    }
  }
  return null;
}

/** Distance from a place to the nearest edge of polygons; below 0 outside of them all (even-odd). */
export function insideBy(x: number, y: number, polygons: readonly Float64Array[]): number {
  let least = Infinity;
  let odd = false;
  for (const p of polygons) {
    const points = Array.from({ length: p.length / 2 }, (_, k): Point => [p[2 * k]!, p[2 * k + 1]!]);
    for (const [s, e] of sides(points)) {
      least = Math.min(least, pointToLine([x, y], s, e));
      if (s[1] <= y !== e[1] <= y && s[0] + ((y - s[1]) / (e[1] - s[1])) * (e[0] - s[0]) > x) odd = !odd;
    }
  }
  return odd ? least : -least;
}
