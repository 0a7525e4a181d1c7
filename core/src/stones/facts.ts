import type { StoneList } from './list.ts';
import { footprintOf } from './table/footprint.ts';
import type { StoneTable } from './table/table.ts';

/** Stones of one size and colour. */
export interface StoneCount {
  /** Indices into the table. */
  readonly size: number;
  readonly colour: number;
  readonly pieces: number;
  /** Bags that hold them and the spare ones. */
  readonly bags: number;
  /** Price of these bags. */
  readonly cost: number;
}

/** What a layout, or a part of it, is made of. */
export interface StoneFacts {
  readonly pieces: number;
  /** Dozens of dozens. */
  readonly gross: number;
  /** Each size and colour that there is, in the order of the table. */
  readonly counts: readonly StoneCount[];
  /** Pieces of each size, and of each colour, of the table. */
  readonly bySize: readonly number[];
  readonly byColour: readonly number[];
  readonly bags: number;
  readonly cost: number;
  /** g, of the stones that are laid. */
  readonly weight: number;
  /** mm² that stones cover. */
  readonly area: number;
}

/** Pieces in a gross. */
export const GROSS = 144;

/**
 * Counts stones.
 * @param spare share of stones that is bought besides
 * @param only indices of those that count; all without it
 */
export function factsOf(
  { count, size, colour }: StoneList,
  { sizes, colours }: StoneTable,
  spare: number,
  only?: Iterable<number>,
): StoneFacts {
  const pieces = new Int32Array(sizes.length * colours.length);
  const add = (k: number) => pieces[size[k]! * colours.length + colour[k]!]!++;
  if (only) for (const k of only) add(k);
  else for (let k = 0; k < count; k++) add(k);
  const counts = Array.from(pieces).flatMap((n, k): StoneCount[] => {
    if (n === 0) return [];
    const [s, c] = [Math.floor(k / colours.length), k % colours.length];
    // A share of a stone is a stone; what rounding leaves of a whole number is none.
    const bags = Math.ceil(Math.ceil(n * (1 + spare) - 1e-9) / sizes[s]!.bag);
    return [{ size: s, colour: c, pieces: n, bags, cost: bags * sizes[s]!.price }];
  });
  const sum = (of: (c: StoneCount) => number) => counts.reduce((all, c) => all + of(c), 0);
  const areas = sizes.map((s) => footprintOf(s).area);
  const all = sum((c) => c.pieces);
  return {
    pieces: all,
    gross: all / GROSS,
    counts,
    bySize: sizes.map((_, s) => sum((c) => (c.size === s ? c.pieces : 0))),
    byColour: colours.map((_, k) => sum((c) => (c.colour === k ? c.pieces : 0))),
    bags: sum((c) => c.bags),
    cost: sum((c) => c.cost),
    weight: sum((c) => c.pieces * sizes[c.size]!.weight),
    area: sum((c) => c.pieces * areas[c.size]!),
  };
}
