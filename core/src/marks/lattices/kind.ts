import type { BentLattice } from '../../bend/bends.ts';
import type { LatticeVectors } from '../../repeat/snapped-lattice.ts';
import type { Box } from '../outline.ts';

/** Area of a cell in square pixels, and the width and height of the box round it, as the lattice is turned. */
export interface CellSize {
  readonly area: number;
  readonly wide: number;
  readonly high: number;
}

/** A place where a mark stands, in pixels of the sheet, and the cell that is its own. */
export interface Site extends CellSize {
  /** Its row (or ring) and its place in it: with `copy` they name the site whatever ink, tone and shape it has. */
  readonly row: number;
  readonly column: number;
  /** 0, or which mirrored copy it is: 1 across, 2 down, 3 both. */
  readonly copy: number;
  readonly x: number;
  readonly y: number;
  /** Turn of the lattice at this place in radians, counter-clockwise. */
  readonly turn: number;
  /** The lattice itself turns this cell upside down. */
  readonly flipped: boolean;
  /** Corners of the cell, x, y, x, y …; convex. */
  readonly cell: readonly number[];
  /** The site as it was before bends moved it, where some did. */
  readonly before?: Site;
}

export interface MarkLattice {
  /** The largest of its cells. */
  readonly largest: CellSize;
  /** No corner of a cell is further from its site. */
  readonly reach: number;
  /** Sites whose place lies in a box, its left and top edge included. */
  sitesIn(box: Box): Site[];
  /** How it is bent, where it is. */
  readonly bent?: LatticeBent;
  /** Both steps after which it is the same again, y upwards, where it has such steps. */
  readonly repeats?: LatticeVectors | undefined;
}

/** How the lattice of marks is bent. */
export interface LatticeBent {
  readonly how: BentLattice;
  /** The lattice before it was bent. */
  readonly before: MarkLattice;
  /** How many times as long anything may become under the bends. */
  readonly stretch: number;
}

/** What a lattice is laid out from. Lengths in pixels, y downwards; angles in radians, counter-clockwise. */
export interface LatticeAsked {
  /** The part of the sheet inside the margins. */
  readonly box: Box;
  /** Distance of rows; for lattices round a centre that of rings. */
  readonly pitch: number;
  readonly angle: number;
  /** So many cells across and down instead of a pitch; 0 down: as the shape of a cell has it. */
  readonly counts: { readonly across: number; readonly down: number } | null;
  /** Middle of rings and spirals. */
  readonly cx: number;
  readonly cy: number;
  /** Cells of each ring. */
  readonly spokes: number;
  /** Rings at most; 0 for as many as the sheet takes. */
  readonly rings: number;
  /** Free radius in the middle. */
  readonly inner: number;
  /** Rings grow wider outwards, so that cells keep their shape. */
  readonly growing: boolean;
  readonly seed: number;
}

/** One lattice of marks: an entry of the table. */
export interface LatticeKind {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly group: string;
  readonly about: string;
  /** It has rows and columns, which can be counted across and down. */
  readonly counted: boolean;
  /** It grows from a centre. */
  readonly centred: boolean;
  readonly chance: boolean;
  make(asked: LatticeAsked): MarkLattice;
}

const ROWS = 1 << 20;
const COLUMNS = 1 << 22;

/** A whole number that names a site in its lattice, below 2^53. */
export const siteId = ({ row, column, copy }: Pick<Site, 'row' | 'column' | 'copy'>): number =>
  ((row + ROWS) * COLUMNS + column + COLUMNS / 2) * 4 + copy;
