import type { HandStone } from '../settings/params.ts';
import type { StoneList } from './list.ts';
import type { StoneTable } from './table/table.ts';
import { footprintOf } from './table/footprint.ts';
import type { StoneSettings } from './params.ts';

/** What the hand has done in a region. */
export type ByHand = Pick<StoneSettings, 'hand' | 'empty' | 'loose' | 'colours'>;

const tidy = (v: number): number => Number(v.toFixed(4));

/** A stone of a layout as the hand keeps it. */
function handStone({ x, y, turn, size, colour }: StoneList, k: number, { sizes, colours }: StoneTable): HandStone {
  return {
    x: tidy(x[k]!),
    y: tidy(y[k]!),
    turn: tidy(turn[k]!),
    size: sizes[size[k]!]!.name,
    colour: colours[colour[k]!]!.name,
    locked: false,
    loosed: false,
  };
}

/** The places of laid stones, kept empty from now on. */
const emptied = (list: StoneList, laid: readonly number[], { sizes }: StoneTable): number[] =>
  laid.flatMap((k) => [tidy(list.x[k]!), tidy(list.y[k]!), tidy(footprintOf(sizes[list.size[k]!]!).inner)]);

/** Which stones of a region are meant, those by hand by their place in its list. */
function split(list: StoneList, picks: readonly number[]) {
  return {
    hand: new Set(picks.filter((k) => list.hand[k]! >= 0).map((k) => list.hand[k]!)),
    laid: picks.filter((k) => list.hand[k]! < 0),
  };
}

/**
 * Changes stones of one region by hand. Laid ones become stones of the hand; where a laid one stood none is laid again,
 * unless it `stays`. Locked ones are left alone, but for unlocking.
 */
function changed<T extends ByHand>(
  own: T,
  list: StoneList,
  table: StoneTable,
  picks: readonly number[],
  change: (stone: HandStone) => HandStone,
  stays: boolean,
  locked = false,
): T {
  const { hand, laid } = split(list, picks);
  return {
    ...own,
    hand: [
      ...own.hand.map((stone, k) =>
        hand.has(k) && (locked || !stone.locked) ? { ...change(stone), loosed: false } : stone,
      ),
      ...laid.map((k) => change(handStone(list, k, table))),
    ],
    empty: stays ? own.empty : [...own.empty, ...emptied(list, laid, table)],
  };
}

/** Moves stones by mm. */
export const moveStones = <T extends ByHand>(
  own: T,
  list: StoneList,
  table: StoneTable,
  picks: readonly number[],
  right: number,
  down: number,
): T => changed(own, list, table, picks, (s) => ({ ...s, x: tidy(s.x + right), y: tidy(s.y + down) }), false);

/** Gives stones another size of the table. */
export const resizeStones = <T extends ByHand>(
  own: T,
  list: StoneList,
  table: StoneTable,
  picks: readonly number[],
  size: string,
): T => changed(own, list, table, picks, (s) => ({ ...s, size }), true);

/** Gives stones another colour of the table. */
export const recolourStones = <T extends ByHand>(
  own: T,
  list: StoneList,
  table: StoneTable,
  picks: readonly number[],
  colour: string,
): T => changed(own, list, table, picks, (s) => ({ ...s, colour }), true);

/** Locks stones, or unlocks them: then they stay where they are, but the hand may change them. */
export const lockStones = <T extends ByHand>(
  own: T,
  list: StoneList,
  table: StoneTable,
  picks: readonly number[],
  locked: boolean,
): T => changed(own, list, table, picks, (s) => ({ ...s, locked }), true, true);

/** Deletes stones; where laid ones stood none is laid again. */
export function deleteStones<T extends ByHand>(
  own: T,
  list: StoneList,
  table: StoneTable,
  picks: readonly number[],
): T {
  const { hand, laid } = split(list, picks);
  return {
    ...own,
    hand: own.hand.filter((stone, k) => !hand.has(k) || stone.locked),
    empty: [...own.empty, ...emptied(list, laid, table)],
  };
}

/** Places stones by hand. */
export const placeStones = <T extends ByHand>(own: T, stones: readonly Omit<HandStone, 'locked' | 'loosed'>[]): T => ({
  ...own,
  hand: [...own.hand, ...stones.map((s) => ({ ...s, x: tidy(s.x), y: tidy(s.y), locked: false, loosed: false }))],
});

/** Turns the laid stones of a region, so numbered in the layout, into single ones. */
export function setLoose<T extends ByHand>(own: T, list: StoneList, table: StoneTable, region: number): T {
  const laid: HandStone[] = [];
  for (let k = 0; k < list.count; k++) {
    if (list.region[k] === region && list.hand[k]! < 0) laid.push({ ...handStone(list, k, table), loosed: true });
  }
  return { ...own, loose: true, hand: [...own.hand, ...laid] };
}

/** Lays a region again: what was only set loose goes, and what the hand has changed since stays. */
export const layAgain = <T extends ByHand>(own: T): T => ({
  ...own,
  loose: false,
  hand: own.hand.filter((s) => !s.loosed),
});

/** A region without anything done by hand. */
export const withoutHand = <T extends ByHand>(own: T): T => ({ ...own, loose: false, hand: [], empty: [] });

/** A region in which one colour takes the place of another: names of the table. */
export const withColour = <T extends ByHand>(own: T, from: string, to: string): T => ({
  ...own,
  colours: [...new Set(own.colours.map((c) => (c === from ? to : c)))],
  hand: own.hand.map((s) => (s.colour === from ? { ...s, colour: to } : s)),
});

/** Stones by hand and places kept empty, moved as a design that is made larger or smaller; their sizes stay. */
export const scaledHand = <T extends ByHand>(own: T, scale: number, x: number, y: number): T => ({
  ...own,
  hand: own.hand.map((s) => ({ ...s, x: tidy(s.x * scale + x), y: tidy(s.y * scale + y) })),
  empty: own.empty.map((v, k) => (k % 3 === 2 ? v : tidy(v * scale + (k % 3 === 0 ? x : y)))),
});
