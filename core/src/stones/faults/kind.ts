import type { EdgeGrid } from '../outline/edge-grid.ts';
import type { EdgeRows } from '../outline/edge-rows.ts';
import type { JobStones } from '../job-params.ts';
import type { StoneRegion } from '../lay.ts';
import type { StoneList } from '../list.ts';
import type { Footprint } from '../table/footprint.ts';
import type { Taken } from '../taken.ts';

/** A step that mends a fault. */
export type Mend =
  | { readonly does: 'delete'; readonly stones: readonly number[] }
  | { readonly does: 'move'; readonly stone: number; readonly right: number; readonly down: number }
  /** Every stone of one colour takes another one: indices into the table. */
  | { readonly does: 'recolour'; readonly from: number; readonly to: number };

/** Something that is wrong with a layout. */
export interface StoneFault {
  /** Name of an entry of `STONE_FAULTS`. */
  readonly kind: string;
  /** One sentence. */
  readonly said: string;
  /** The stones that it is about. */
  readonly stones: readonly number[];
  /** Where it is marked, in mm. */
  readonly x: number;
  readonly y: number;
  /** What the step that mends it is called, and the step. */
  readonly mend: { readonly label: string; readonly act: Mend };
}

/** What faults are looked for in. */
export interface FaultWork {
  readonly stones: StoneList;
  readonly job: JobStones;
  readonly regions: readonly StoneRegion[];
  readonly footprints: readonly Footprint[];
  /** The same stones by place. */
  readonly taken: Taken;
  /** Edges of the art of each region. */
  edges(region: number): { readonly grid: EdgeGrid; readonly rows: EdgeRows };
  /** Every pair of stones whose edges are less than `within` mm apart, once, with their distance. */
  pairs(within: number): Iterable<{ readonly a: number; readonly b: number; readonly apart: number }>;
}

/** One kind of fault: an entry of the table. */
export interface FaultKind {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  find(work: FaultWork): Iterable<StoneFault>;
}

/** Keeps the type of an entry. */
export const faultKind = (kind: FaultKind): FaultKind => kind;

/** The one of two stones that goes: one that was laid rather than one that the hand placed, the later of two alike. */
export function goes({ hand }: StoneList, a: number, b: number): number {
  const [first, second] = a < b ? [a, b] : [b, a];
  if (hand[second]! >= 0 && hand[first]! < 0) return first;
  return second;
}

/** A length as it is said. */
export const mm = (v: number): string => `${v.toFixed(2)} mm`;
