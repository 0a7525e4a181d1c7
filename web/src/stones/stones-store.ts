import { create } from 'zustand';

/** How the sheet is looked at: CSS pixels a mm, and where the sheet's top left lies in them. */
export interface StoneView {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

export type StoneTool = 'choose' | 'place';

/** A place in mm of the trimmed sheet. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

interface StonesState {
  readonly tool: StoneTool;
  /** Null until the sheet is fitted to its room. */
  readonly view: StoneView | null;
  /** Places of the chosen stones: they are found again by these when stones are laid anew. */
  readonly picks: readonly Place[];
  /** Names of the size and the colour that are placed by hand; null for those of the region. */
  readonly size: string | null;
  readonly colour: string | null;
}

export const useStones = create<StonesState>(() => ({
  tool: 'choose',
  view: null,
  picks: [],
  size: null,
  colour: null,
}));

export const setStonesState = (part: Partial<StonesState>): void => useStones.setState(part);

/** Stones that lie nearer to a place than this, in mm, are the ones that were chosen there. */
const SAME = 0.02;
const CELL = 0.5;
const cellOf = (x: number, y: number): string => `${Math.round(x / CELL)} ${Math.round(y / CELL)}`;

/** Indices of the stones at some places. */
export function stonesAt(
  { count, x, y }: { readonly count: number; readonly x: Float64Array; readonly y: Float64Array },
  places: readonly Place[],
): number[] {
  if (places.length === 0) return [];
  const cells = new Map<string, Place[]>();
  for (const place of places) {
    const key = cellOf(place.x, place.y);
    const held = cells.get(key);
    if (held) held.push(place);
    else cells.set(key, [place]);
  }
  const found: number[] = [];
  for (let k = 0; k < count; k++) {
    const [px, py] = [x[k]!, y[k]!];
    const near = [px - SAME, px + SAME].some((qx) =>
      [py - SAME, py + SAME].some((qy) =>
        cells.get(cellOf(qx, qy))?.some((p) => Math.abs(p.x - px) < SAME && Math.abs(p.y - py) < SAME),
      ),
    );
    if (near) found.push(k);
  }
  return found;
}
