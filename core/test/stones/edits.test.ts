import { loadClipper } from '../../src/marks/joining/clipper.ts';
import {
  deleteStones,
  layAgain,
  lockStones,
  moveStones,
  placeStones,
  recolourStones,
  resizeStones,
  scaledHand,
  setLoose,
  withColour,
} from '../../src/stones/edits.ts';
import type { Layout } from '../../src/stones/lay.ts';
import type { StoneSettings } from '../../src/stones/params.ts';
import { drawnRun, snapped, stonesInside } from '../../src/stones/snap.ts';
import { footprintOf } from '../../src/stones/table/footprint.ts';
import { DEFAULT_STONES as TABLE } from '../../src/stones/table/table.ts';
import { tooNear } from './brute-force.ts';
import { laid, settings, squarePath } from './designs.ts';

beforeAll(loadClipper);

const SQUARE = squarePath(40);
const START = settings({ way: 'rows', gap: 0.3 });
const lay = (own: StoneSettings): Layout => laid(SQUARE, own);
const places = ({ stones }: Layout) => Array.from(stones.x, (x, k) => `${x.toFixed(3)} ${stones.y[k]!.toFixed(3)}`);
const nearest = ({ stones }: Layout, x: number, y: number): number =>
  Array.from({ length: stones.count }, (_, k) => k).sort(
    (a, b) => Math.hypot(stones.x[a]! - x, stones.y[a]! - y) - Math.hypot(stones.x[b]! - x, stones.y[b]! - y),
  )[0]!;

/** No two stones of a layout are nearer than its gap. */
const keepsGap = ({ stones }: Layout) =>
  expect(
    tooNear(
      stones,
      TABLE,
      () => 0.3,
      () => false,
    ),
  ).toBeNull();

test('a stone that is moved stays where it was put, others are laid around it, and its old place stays empty', () => {
  const before = lay(START);
  const pick = nearest(before, 70, 70);
  const [x, y] = [before.stones.x[pick]!, before.stones.y[pick]!];
  const after = lay(moveStones(START, before.stones, TABLE, [pick], 1.2, 0.7));
  keepsGap(after);
  expect(Math.hypot(after.stones.x[0]! - x - 1.2, after.stones.y[0]! - y - 0.7)).toBeLessThan(1e-3);
  const old = nearest(after, x, y);
  expect(Math.hypot(after.stones.x[old]! - x, after.stones.y[old]! - y)).toBeGreaterThan(1);
  expect(after.stones.count).toBeLessThan(before.stones.count);
});

test('a stone that is deleted leaves its place empty, also when stones are laid again', () => {
  const before = lay(START);
  const after = lay(deleteStones(START, before.stones, TABLE, [17]));
  expect(after.stones.count).toBe(before.stones.count - 1);
  expect(new Set(places(before)).size - new Set(places(after)).size).toBe(1);
  expect(places(after)).not.toContain(places(before)[17]);
});

test('a larger stone takes the room of its neighbours; a colour changes that of one stone alone', () => {
  const before = lay(START);
  const pick = nearest(before, 70, 70);
  const larger = lay(resizeStones(START, before.stones, TABLE, [pick], 'SS20'));
  keepsGap(larger);
  expect(larger.stones.size[0]).toBe(3);
  expect(before.stones.count - larger.stones.count).toBeGreaterThanOrEqual(4);
  const red = lay(recolourStones(START, before.stones, TABLE, [pick], 'Signal red'));
  expect(red.stones.count).toBe(before.stones.count);
  expect(Array.from(red.stones.colour).filter((c) => c === 1).length).toBe(1);
});

test('a locked stone is moved, deleted and recoloured by nothing until it is unlocked', () => {
  const before = lay(START);
  const locked = lockStones(START, before.stones, TABLE, [5], true);
  const list = lay(locked).stones;
  expect(locked.hand).toHaveLength(1);
  expect(moveStones(locked, list, TABLE, [0], 5, 5).hand).toEqual(locked.hand);
  expect(deleteStones(locked, list, TABLE, [0]).hand).toEqual(locked.hand);
  expect(recolourStones(locked, list, TABLE, [0], 'Jet').hand).toEqual(locked.hand);
  const unlocked = lockStones(locked, list, TABLE, [0], false);
  expect(moveStones(unlocked, list, TABLE, [0], 5, 5).hand[0]!.x).toBeCloseTo(locked.hand[0]!.x + 5, 3);
});

test('set loose keeps every stone in its place; laid again, what the hand changed since stays and the rest is laid anew', () => {
  const before = lay(START);
  const loose = setLoose(START, before.stones, TABLE, 0);
  const single = lay(loose);
  expect(places(single).sort()).toEqual(places(before).sort());
  expect(Array.from(single.stones.hand).every((h) => h >= 0)).toBe(true);
  const edited = moveStones(loose, single.stones, TABLE, [nearest(single, 70, 70)], 1, 0);
  const again = layAgain(edited);
  expect(again.hand).toHaveLength(1);
  const after = lay(again);
  keepsGap(after);
  expect(after.stones.hand[0]).toBe(0);
  expect(layAgain(loose).hand).toEqual([]);
  expect(places(lay(layAgain(loose)))).toEqual(places(before));
});

test('a design that is made larger takes its stones by hand with it, which keep their size', () => {
  const own = placeStones({ ...START, empty: [60, 60, 1.4] }, [{ x: 60, y: 70, turn: 0, size: 'SS10', colour: 'Jet' }]);
  const larger = scaledHand(own, 2, -50, -50);
  expect(larger.hand[0]).toMatchObject({ x: 70, y: 90, size: 'SS10' });
  expect(larger.empty).toEqual([70, 70, 1.4]);
});

test('one colour takes the place of another in the region and in what the hand placed', () => {
  const own = placeStones({ ...START, colours: ['Clear', 'Jet'] }, [
    { x: 60, y: 70, turn: 0, size: 'SS10', colour: 'Jet' },
  ]);
  const changed = withColour(own, 'Jet', 'Clear');
  expect([changed.colours, changed.hand[0]!.colour]).toEqual([['Clear'], 'Clear']);
});

describe('snapping', () => {
  const feet = TABLE.sizes.map((s) => footprintOf(s));
  const list = {
    count: 2,
    x: Float64Array.of(60, 64),
    y: Float64Array.of(60, 60),
    turn: new Float32Array(2),
    size: Uint8Array.of(1, 1),
    colour: new Uint8Array(2),
    region: new Uint16Array(2),
    hand: Int32Array.of(0, 1),
  };

  test('a stone touches two others at the gap, or one, or none that is far', () => {
    const at = snapped(list, feet, feet[1]!, 0.3, { x: 62.05, y: 62.4 }, 1, new Set());
    for (const k of [0, 1]) expect(Math.hypot(at.x - list.x[k]!, at.y - list.y[k]!)).toBeCloseTo(3.1, 9);
    const beside = snapped(list, feet, feet[1]!, 0.3, { x: 56.5, y: 60 }, 1, new Set());
    expect([beside.x, beside.y]).toEqual([60 - 3.1, 60]);
    const far = { x: 20, y: 20 };
    expect(snapped(list, feet, feet[1]!, 0.3, far, 1, new Set())).toBe(far);
  });

  test('never onto another stone, and not to those that move with it', () => {
    const at = snapped(list, feet, feet[1]!, 0.3, { x: 62, y: 60.2 }, 4, new Set());
    for (const k of [0, 1]) expect(Math.hypot(at.x - list.x[k]!, at.y - list.y[k]!)).toBeGreaterThan(3.0999);
    const place = { x: 62.2, y: 62.6 };
    expect(snapped(list, feet, feet[1]!, 0.3, place, 1, new Set([0, 1]))).toBe(place);
  });

  test('a run that is drawn has a stone at every step, and a lasso finds the stones inside', () => {
    const run = drawnRun([0, 0, 10, 0, 10, 10], 3);
    for (let k = 1; k < run.length; k++)
      expect(Math.hypot(run[k]!.x - run[k - 1]!.x, run[k]!.y - run[k - 1]!.y)).toBeCloseTo(3, 9);
    expect(run.length).toBe(7);
    expect(drawnRun([4, 5], 3)).toEqual([{ x: 4, y: 5 }]);
    expect(stonesInside(list, [59, 59, 61, 59, 61, 61, 59, 61])).toEqual([0]);
  });
});
