import type { PointMap } from './kind.ts';
import { type Exactness, nodesOnCurves, placeCurves } from './place-curves.ts';
import { placeNodes } from './place-nodes.ts';
import { type PlaceCurves, type PlaceTile } from './place-tile.ts';
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
const SPACINGS = [32, 8] as const;
const KEPT_BYTES = 48e6;

/** Places of the square of 64 pixels in column tx and row ty, counted from the top left of the sheet. */
export interface PlaceGrid {
  tile(tx: number, ty: number): PlaceTile;
  /** The cubics on which they lie; null where they lie on none. */
  curves(tx: number, ty: number): PlaceCurves | null;
}

/** A square: on cubics, or else its nodes. */
type Made = PlaceCurves | PlaceTile;

const onCurves = (made: Made): made is PlaceCurves => 'places' in made;
const bytesOf = (made: Made): number => 200 + (onCurves(made) ? made.places.byteLength : 2 * made.xs.byteLength);

/**
 * Places that a bend gives for the pixels of a sheet, from nodes so close that between them nothing is off by more than
 * 0.02 px; where a bend jumps, every pixel has its own. Where it is smooth the nodes lie on cubics through a few that are
 * worked out; elsewhere each of them is. `rough`: to half a pixel, for a first look.
 */
export function placeGrid(map: PointMap, rough: boolean): PlaceGrid {
  const { steps, most, smooth } = rough ? ROUGH : EXACT;
  const spacings = SPACINGS.map((each) => placeCurves(map, each, smooth));
  const tiles = tileCache<PlaceTile>(KEPT_BYTES, ({ xs }) => 2 * xs.byteLength + 200);
  const kept = tileCache<Made>(KEPT_BYTES, bytesOf);
  function make(tx: number, ty: number): Made {
    for (const curvesOf of spacings) {
      const curves = curvesOf(tx, ty);
      if (curves) return curves;
    }
    return placeNodes(map, tx, ty, steps, most);
  }
  function tileOf(tx: number, ty: number): PlaceTile {
    const made = kept(tx, ty, make);
    return onCurves(made) ? nodesOnCurves(made) : made;
  }
  return {
    tile: (tx, ty) => tiles(tx, ty, tileOf),
    curves(tx, ty) {
      const made = kept(tx, ty, make);
      return onCurves(made) ? made : null;
    },
  };
}
