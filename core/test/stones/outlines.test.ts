import type { Outline, Polygon } from '../../src/marks/outline.ts';
import { anchorsOn, cornersOf, topmost } from '../../src/stones/outline/corners.ts';
import { crossingOf } from '../../src/stones/outline/crossing.ts';
import { edgeGrid } from '../../src/stones/outline/edge-grid.ts';
import { edgeRows } from '../../src/stones/outline/edge-rows.ts';
import { freeSpans } from '../../src/stones/outline/blocked.ts';
import { equallyFar, evenWays, straight } from '../../src/stones/outline/spacing.ts';
import { onTrack, pieceAt, trackOf, walker, wrapped } from '../../src/stones/outline/walk.ts';
import { random } from '../random.ts';

const polygon = (...points: readonly number[]): Polygon => Float64Array.from(points);
const SQUARE = polygon(0, 0, 10, 0, 10, 10, 0, 10);
const BOW = polygon(0, 0, 10, 10, 10, 0, 0, 10);

/** A polygon round 0, 0 whose corners lie in all directions by turns, 3 … 10 mm away. */
function ragged(seed: number, corners = 24): Polygon {
  const next = random(seed);
  const points = Array.from({ length: corners }, (_, k) => {
    const [a, r] = [(2 * Math.PI * k) / corners, 3 + 7 * next()];
    return [r * Math.cos(a), r * Math.sin(a)];
  });
  return Float64Array.from(points.flat());
}

const sidesOf = (outline: Outline) =>
  outline.flatMap((p) =>
    Array.from({ length: p.length / 2 }, (_, k) => {
      const m = (2 * k + 2) % p.length;
      return [p[2 * k]!, p[2 * k + 1]!, p[m]!, p[m + 1]!] as const;
    }),
  );

/** Whether a place lies inside, by the turns of all sides round it. */
function turnsInside(outline: Outline, x: number, y: number): boolean {
  let turns = 0;
  for (const [ax, ay, bx, by] of sidesOf(outline)) {
    const [from, to] = [Math.atan2(ay - y, ax - x), Math.atan2(by - y, bx - x)];
    let turn = to - from;
    if (turn > Math.PI) turn -= 2 * Math.PI;
    if (turn < -Math.PI) turn += 2 * Math.PI;
    turns += turn;
  }
  return Math.round(turns / (2 * Math.PI)) % 2 !== 0;
}

function farFromSide(ax: number, ay: number, bx: number, by: number, x: number, y: number): number {
  const long = (bx - ax) ** 2 + (by - ay) ** 2;
  const t = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long));
  return Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay));
}

const farFrom = (outline: Outline, x: number, y: number): number =>
  Math.min(...sidesOf(outline).map((side) => farFromSide(...side, x, y)));

describe('a crossing', () => {
  test('of a bow tie lies in its middle; a square, a star and sides that touch have none', () => {
    expect(crossingOf(BOW)).toEqual([5, 5]);
    expect(crossingOf(SQUARE)).toBeNull();
    for (let seed = 1; seed <= 20; seed++) expect(crossingOf(ragged(seed))).toBeNull();
    // A corner that lies on another side touches it.
    expect(crossingOf(polygon(0, 0, 10, 0, 10, 10, 5, 0, 0, 10))).toBeNull();
  });

  test('is found just where two sides of all pairs cross', () => {
    let crossed = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const p = Float64Array.from(ragged(seed));
      const k = 2 * (1 + (seed % 20));
      [p[k], p[k + 1], p[k + 2], p[k + 3]] = [p[k + 2]!, p[k + 3]!, p[k]!, p[k + 1]!];
      const sides = sidesOf([p]);
      const left = (s: (typeof sides)[number], x: number, y: number) =>
        Math.sign((s[2] - s[0]) * (y - s[1]) - (x - s[0]) * (s[3] - s[1]));
      const apartBy = (s: (typeof sides)[number], o: (typeof sides)[number]) =>
        left(s, o[0], o[1]) * left(s, o[2], o[3]) < 0 && left(o, s[0], s[1]) * left(o, s[2], s[3]) < 0;
      const any = sides.some((s, i) => sides.some((o, j) => j > i && apartBy(s, o)));
      const at = crossingOf(p);
      expect(at !== null).toBe(any);
      if (!at) continue;
      crossed++;
      const on = sides.filter(([ax, ay, bx, by]) => farFromSide(ax, ay, bx, by, at[0], at[1]) < 1e-9);
      expect(on.length).toBeGreaterThanOrEqual(2);
    }
    expect(crossed).toBeGreaterThan(20);
  });
});

describe('a track', () => {
  test('knows its length and the place at each way; closed ones go round', () => {
    const round = trackOf(SQUARE, true);
    expect(round.length).toBe(40);
    expect(onTrack(round, 15)).toEqual({ x: 10, y: 5, dx: 0, dy: 10 });
    expect(onTrack(round, 55)).toEqual(onTrack(round, 15));
    expect(onTrack(round, -5)).toEqual(onTrack(round, 35));
    expect(wrapped(round, -5)).toBe(35);
    const open = trackOf(SQUARE, false);
    expect(open.length).toBe(30);
    expect([onTrack(open, -5).x, onTrack(open, 99).x, onTrack(open, 99).y]).toEqual([0, 0, 10]);
  });

  test('counts corners that coincide once', () => {
    const twice = trackOf(polygon(0, 0, 10, 0, 10, 0, 10, 10), false);
    expect(Array.from(twice.along)).toEqual([0, 10, 20]);
  });

  test('finds the piece of a way from any piece before it', () => {
    const track = trackOf(ragged(3, 40), true);
    const next = random(4);
    for (let k = 0; k < 200; k++) {
      const at = next() * track.length;
      const own = pieceAt(track, at);
      expect(track.along[own]!).toBeLessThanOrEqual(at);
      expect(track.along[own + 1]!).toBeGreaterThan(at);
      expect(pieceAt(track, at, Math.floor(next() * (own + 1)))).toBe(own);
    }
  });

  test('begins at its uppermost place, the left one of two', () => {
    const track = trackOf(polygon(5, 5, 5, 0, 2, 0, 0, 5), true);
    expect(onTrack(track, topmost(track))).toMatchObject({ x: 2, y: 0 });
  });
});

describe('steps along a track', () => {
  test('end at the first place that is so far away, in a straight line', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const track = trackOf(ragged(seed, 30), true);
      const { step } = walker(track);
      const next = random(seed + 50);
      for (let from = 0; from < track.length; from += 1 + next()) {
        const far = 0.3 + 2 * next();
        const to = step(from, far, Infinity);
        expect(straight(track, from, to)).toBeCloseTo(far, 9);
        // No place between is so far away.
        for (let t = 0.02; t < 0.99; t += 0.07)
          expect(straight(track, from, from + t * (to - from))).toBeLessThan(far + 1e-9);
      }
    }
  });

  test('of an open track end before its end, or not at all', () => {
    const { step } = walker(trackOf(polygon(0, 0, 10, 0), false));
    expect(step(2, 3, 10)).toBeCloseTo(5, 12);
    expect(step(8, 3, 10)).toBe(Infinity);
    expect(step(2, 3, 4)).toBe(Infinity);
  });

  test('that are equally far lead from one end to the other', () => {
    for (let seed = 1; seed <= 15; seed++) {
      const p = ragged(seed, 60).map((v, k, all) => v + (9 * v) / Math.hypot(all[k & ~1]!, all[k | 1]!));
      const track = trackOf(p, true);
      const ways = equallyFar(track, 0, track.length, 1.3);
      if (!ways) continue;
      expect([ways[0], ways.at(-1)]).toEqual([0, track.length]);
      const gaps = ways.slice(1).map((way, k) => straight(track, ways[k]!, way));
      expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThan(1e-4);
      expect(Math.min(...gaps)).toBeGreaterThan(1.2995);
      // One more would not have had room.
      const more = equallyFar(track, 0, track.length, Math.max(...gaps) * 1.0005);
      expect(more === null || more.length < ways.length).toBe(true);
    }
  });

  test('of a straight line are as many as fit, and one fewer when that is asked', () => {
    const line = trackOf(polygon(0, 0, 100, 0), false);
    expect(evenWays(line, 0, 100, 3.1)).toHaveLength(Math.floor(100 / 3.1) + 1);
    expect(equallyFar(line, 0, 100, 3.1, 1)).toHaveLength(Math.floor(100 / 3.1));
    expect(evenWays(line, 0, 3, 3.1)).toEqual([]);
    expect(evenWays(line, 0, 3.1, 3.1)).toEqual([0, 3.1]);
  });
});

describe('sharp corners', () => {
  test('of a square are four and point outwards; a circle of many sides has none', () => {
    const corners = cornersOf(SQUARE, true);
    expect(corners.map((c) => [c.x, c.y])).toEqual([
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ]);
    for (const { x, y, outX, outY, halfSine } of corners) {
      // From the middle of the square outwards, whichever way round it goes.
      expect(Math.abs(outX * (x - 5) + outY * (y - 5))).toBeCloseTo(Math.hypot(x - 5, y - 5), 9);
      expect(halfSine).toBeCloseTo(Math.SQRT1_2, 12);
    }
    const circle = Float64Array.from({ length: 200 }, (_, k) =>
      k % 2 ? Math.sin((Math.PI * k) / 100) : Math.cos((Math.PI * (k + 1)) / 100),
    );
    expect(cornersOf(circle, true)).toEqual([]);
    expect(cornersOf(SQUARE, false).map((c) => c.x)).toEqual([10, 10]);
  });

  test('stand on a track beside the outline, none nearer to the next than a step', () => {
    const corners = cornersOf(SQUARE, true);
    const inner = trackOf(polygon(1, 1, 9, 1, 9, 9, 1, 9), true);
    const by = corners[0]!.outX < 0 ? -Math.SQRT2 : Math.SQRT2;
    expect(anchorsOn(inner, corners, by, 3).map((a) => a.way)).toEqual([0, 8, 16, 24]);
    expect(anchorsOn(inner, corners, by, 9).map((a) => a.way)).toEqual([0, 16]);
  });
});

test('what blocked parts leave free of a track runs on over the start of a closed one', () => {
  const closed = trackOf(SQUARE, true);
  expect(freeSpans(closed, [])).toEqual([[0, 40]]);
  expect(
    freeSpans(closed, [
      [5, 10],
      [20, 30],
    ]),
  ).toEqual([
    [10, 20],
    [30, 45],
  ]);
  expect(freeSpans(closed, [[0, 40]])).toEqual([]);
  const open = trackOf(SQUARE, false);
  expect(freeSpans(open, [[5, 10]])).toEqual([
    [0, 5],
    [10, 30],
  ]);
});

describe('edges of outlines by place', () => {
  const outlines: Outline[] = [[SQUARE], [ragged(1), ragged(2, 9).map((v) => v / 4)], [ragged(5, 120)]];

  test('tell inside from outside as the turns of all sides do', () => {
    for (const [n, outline] of outlines.entries()) {
      const rows = edgeRows(outline, 0.7);
      const next = random(n);
      for (let k = 0; k < 400; k++) {
        const [x, y] = [24 * next() - 12, 24 * next() - 12];
        expect(rows.inside(x, y)).toBe(turnsInside(outline, x, y));
      }
    }
    expect(edgeRows([], 1).inside(0, 0)).toBe(false);
  });

  test('are entered and left by turns along a horizontal line', () => {
    for (const outline of outlines) {
      const rows = edgeRows(outline, 0.7);
      for (let y = -9.37; y < 10; y += 0.61) {
        const at = rows.crossings(y);
        expect(at.length % 2).toBe(0);
        for (let k = 0; k + 1 < at.length; k++) {
          const middle = (at[k]! + at[k + 1]!) / 2;
          if (at[k + 1]! - at[k]! > 1e-6) expect(turnsInside(outline, middle, y)).toBe(k % 2 === 0);
        }
      }
    }
    expect(edgeRows([], 1).crossings(0)).toEqual([]);
  });

  test('are as far away as the nearest of all sides', () => {
    for (const [n, outline] of outlines.entries()) {
      const grid = edgeGrid(outline, 0.9);
      const next = random(n + 10);
      for (let k = 0; k < 400; k++) {
        const [x, y, within] = [24 * next() - 12, 24 * next() - 12, 0.2 + 3 * next()];
        expect(grid.distance(x, y, within)).toBeCloseTo(Math.min(within, farFrom(outline, x, y)), 9);
      }
    }
    expect(edgeGrid([], 1).distance(0, 0, 4)).toBe(4);
  });
});
