import { apart } from './table/apart.ts';
import type { Footprint } from './table/footprint.ts';
import { type GrowingList, growingList, type Stone, type StoneList } from './list.ts';

/** A stone may be nearer than the gap by so much, in mm: less than numbers of outlines are rounded by. */
export const SLACK = 0.0005;

/** Places that are kept empty are rounded by less than this, in mm. */
const ROUNDED = 0.002;

/** A place that is kept empty as if a stone lay there: x, y and its radius, in mm. */
export interface KeptEmpty {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** The stones that are laid already, by place, so that those near a place are found at once. */
export interface Taken {
  readonly list: StoneList;
  readonly footprints: readonly Footprint[];
  /** Outer radius of the largest stones that are laid, in mm. */
  readonly largest: number;
  /** The greatest gap that any region keeps, in mm. */
  readonly widestGap: number;
  /** The gap that a region keeps, in mm. */
  gapOf(region: number): number;
  /** Whether a stone of a size could lie here without coming nearer to another than the greater gap of the two. */
  free(x: number, y: number, turn: number, size: number, region: number): boolean;
  add(stone: Stone): number;
  setColour(index: number, colour: number): void;
  /** Calls `found` with the index of every stone whose middle may be nearer than `within` mm. */
  near(x: number, y: number, within: number, found: (index: number) => void): void;
  /** Nothing is laid here any more. */
  keepEmpty(place: KeptEmpty): void;
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Squares of the grid at most, so that a wide sheet with small stones stays in memory. */
const MOST_CELLS = 4_000_000;

/**
 * An empty sheet of stones.
 * @param footprints of the sizes of the table
 * @param gaps of the regions, in mm
 * @param used indices of the sizes that are laid
 */
export function createTaken(
  box: Box,
  footprints: readonly Footprint[],
  gaps: readonly number[],
  used: Iterable<number>,
): Taken {
  const largest = Math.max(0.1, ...[...used].map((size) => footprints[size]!.outer));
  const widest = Math.max(0, ...gaps);
  let side = 2 * largest + widest;
  const width = Math.max(1, box.right - box.left);
  const height = Math.max(1, box.bottom - box.top);
  side = Math.max(side, Math.sqrt((width * height) / MOST_CELLS));
  const columns = Math.floor(width / side) + 1;
  const rows = Math.floor(height / side) + 1;
  const first = new Int32Array(columns * rows).fill(-1);
  let next = new Int32Array(1024);
  const growing: GrowingList = growingList();
  const empty: KeptEmpty[] = [];
  const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
  // Places beyond the box fall into the outermost squares, which keeps neighbours in neighbouring ones.
  const columnOf = (x: number) => clamp(Math.floor((x - box.left) / side), columns - 1);
  const rowOf = (y: number) => clamp(Math.floor((y - box.top) / side), rows - 1);

  function meets(k: number, x: number, y: number, turn: number, own: Footprint, gap: number): boolean {
    const { list } = growing;
    const other = footprints[list.size[k]!]!;
    const [dx, dy] = [list.x[k]! - x, list.y[k]! - y];
    const d = dx * dx + dy * dy;
    const near = own.inner + other.inner + gap - SLACK;
    if (d < near * near) return true;
    if (!own.corners && !other.corners) return false;
    const far = own.outer + other.outer + gap - SLACK;
    if (d >= far * far) return false;
    return apart(own, turn, other, list.turn[k]!, dx, dy, gap - SLACK) < gap - SLACK;
  }

  return {
    get list() {
      return growing.list;
    },
    footprints,
    largest,
    widestGap: widest,
    gapOf: (region) => gaps[region] ?? 0,
    free(x, y, turn, size, region) {
      const own = footprints[size]!;
      const gap = gaps[region] ?? 0;
      const { list } = growing;
      const [c, r] = [columnOf(x), rowOf(y)];
      const [left, right] = [Math.max(0, c - 1), Math.min(columns - 1, c + 1)];
      const [top, bottom] = [Math.max(0, r - 1), Math.min(rows - 1, r + 1)];
      for (let j = top; j <= bottom; j++) {
        for (let i = left; i <= right; i++) {
          for (let k = first[j * columns + i]!; k >= 0; k = next[k]!) {
            const other = list.region[k]!;
            const kept = other === region ? gap : Math.max(gap, gaps[other] ?? 0);
            if (meets(k, x, y, turn, own, kept)) return false;
          }
        }
      }
      for (const place of empty) {
        const [dx, dy, least] = [place.x - x, place.y - y, place.r + own.inner + gap - ROUNDED];
        if (dx * dx + dy * dy < least * least) return false;
      }
      return true;
    },
    add(stone) {
      const k = growing.push(stone);
      if (k >= next.length) {
        const more = new Int32Array(2 * next.length);
        more.set(next);
        next = more;
      }
      const cell = rowOf(stone.y) * columns + columnOf(stone.x);
      next[k] = first[cell]!;
      first[cell] = k;
      return k;
    },
    setColour: (index, colour) => growing.setColour(index, colour),
    near(x, y, within, found) {
      for (let j = rowOf(y - within); j <= rowOf(y + within); j++) {
        for (let i = columnOf(x - within); i <= columnOf(x + within); i++) {
          for (let k = first[j * columns + i]!; k >= 0; k = next[k]!) found(k);
        }
      }
    },
    keepEmpty(place) {
      empty.push(place);
    },
  };
}
