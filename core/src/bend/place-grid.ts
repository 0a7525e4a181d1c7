import { type Detail, seenBetween } from './detail.ts';
import type { PointMap } from './kind.ts';
import { type Exactness, nodesOnCurves, placeCurves } from './place-curves.ts';
import { placeNodes } from './place-nodes.ts';
import { type PlaceCurves, type PlaceTile, TILE } from './place-tile.ts';
import { tileCache } from './tile-cache.ts';

/** How exact places are to be, in pixels. */
interface Tolerance {
  /** Steps between nodes that are each worked out. */
  readonly steps: readonly number[];
  /** How far a place between nodes may be off; on cubics a part of it is for them and a part for straight lines. */
  readonly most: number;
  readonly smooth: Exactness;
}

const EXACT: Tolerance = { steps: [16, 8, 4, 2, 1], most: 0.02, smooth: { cubics: 0.004, lines: 0.014 } };
/** The same in a first look. */
const ROUGH: Tolerance = { steps: [32, 16, 8], most: 0.5, smooth: { cubics: 0.1, lines: 0.35 } };

/** Pixels between the nodes that cubics go through: the nearer ones where a bend is steep or has a corner. */
const SPACINGS = [64, 32, 8] as const;
const KEPT_BYTES = 48e6;

/** Places of the square of 64 pixels in column tx and row ty, counted from the top left of the sheet. */
export interface PlaceGrid {
  tile(tx: number, ty: number): PlaceTile;
  /** The cubics on which they lie, until others are asked for; null where they lie on none. */
  curves(tx: number, ty: number): PlaceCurves | null;
}

/**
 * Places that a bend gives for the pixels of a sheet, from nodes so close that between them nothing is off by more than
 * 0.02 px; where a bend jumps, every pixel has its own. Where it is smooth the nodes lie on cubics through a few that are
 * worked out; elsewhere each of them is. Nothing as small as `detail` is passed over. `rough`: to half a pixel, for a first
 * look.
 */
export function placeGrid(map: PointMap, detail: Detail, rough: boolean): PlaceGrid {
  const { steps, most, smooth } = rough ? ROUGH : EXACT;
  const spacings = SPACINGS.map((each) => ({ each, curvesOf: placeCurves(map, each, smooth) }));
  const seenAt = seenBetween(detail);
  const seen = (each: number, tx: number, ty: number) => seenAt(each, tx * TILE, ty * TILE, TILE);
  const kept = tileCache<PlaceTile>(KEPT_BYTES, ({ xs }) => 2 * xs.byteLength + 200);
  function curves(tx: number, ty: number): PlaceCurves | null {
    for (const { each, curvesOf } of spacings) {
      const own = seen(each, tx, ty) ? curvesOf(tx, ty) : null;
      if (own) return own;
    }
    return null;
  }
  function make(tx: number, ty: number): PlaceTile {
    const own = curves(tx, ty);
    if (own) return nodesOnCurves(own);
    const close = steps.filter((step) => seen(step, tx, ty));
    return placeNodes(map, tx, ty, close.length > 0 ? close : steps.slice(-1), most);
  }
  return { tile: (tx, ty) => kept(tx, ty, make), curves };
}
