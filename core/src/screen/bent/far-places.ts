import { type Detail, seenBetween } from '../../bend/detail.ts';
import type { PointMap } from '../../bend/kind.ts';
import { mapNodes } from '../../bend/map-nodes.ts';
import { curvesHold } from '../../bend/place-curves.ts';
import { tileNumbers } from '../../bend/tile-cache.ts';
import type { Area } from '../../raster/area.ts';

/** Pixels between the places that cubics go through in a first look; the kernel `bentNodesInRow` has the same. */
export const WIDE = 128;
/** How far from its place a cubic may be where it is tried, in pixels. */
const ROUGHLY = 0.5;
const KEPT_BYTES = 4e6;
const [STEEP, SMOOTH] = [0, 1];

/** Places around an area, every so many pixels, in rows of `wide`; the first lies one before the column and the row given. */
export interface Around {
  readonly each: number;
  readonly column: number;
  readonly row: number;
  readonly wide: number;
  readonly places: Float64Array;
  /** Whether cubics through the places lead through the square in a column and a row of them. */
  smooth(column: number, row: number): boolean;
}

/** Reads the places around areas. */
export type FarPlaces = (area: Area) => Around;

/** Places that a bend gives at every WIDE-th pixel, for a first look. */
export function farPlaces(back: PointMap, detail: Detail): FarPlaces {
  const readPlaces = mapNodes(back, WIDE);
  const known = tileNumbers(KEPT_BYTES);
  const seen = seenBetween(detail);
  return ({ x, y, width, height }) => {
    const [column, row] = [Math.floor(x / WIDE), Math.floor(y / WIDE)];
    // One square more than the area has: where the last node lies depends on the square that begins there.
    const wide = Math.ceil((x + width) / WIDE) - column + 4;
    const rows = Math.ceil((y + height) / WIDE) - row + 3;
    const places = new Float64Array(2 * wide * rows);
    readPlaces(column - 1, row - 1, wide, rows, places);
    const judge = (sx: number, sy: number): number => {
      const first = 2 * ((sy - row) * wide + sx - column);
      if (!seen(WIDE, sx * WIDE, sy * WIDE, WIDE)) return STEEP!;
      return curvesHold(back, { places, first, wide }, WIDE, sx, sy, ROUGHLY) ? SMOOTH! : STEEP!;
    };
    return { each: WIDE, column, row, wide, places, smooth: (sx, sy) => known(sx, sy, judge) === SMOOTH };
  };
}

/** Whether nothing is moved in an area: neither places around it nor those between them. */
export function farUnmoved({ each, column, row, wide, places, smooth }: Around): boolean {
  for (let k = 0; k < places.length / 2; k++) {
    const [c, r] = [column - 1 + (k % wide), row - 1 + Math.floor(k / wide)];
    if (places[2 * k] !== c * each + 0.5 || places[2 * k + 1] !== r * each + 0.5) return false;
  }
  for (let r = 0; r < places.length / 2 / wide - 3; r++) {
    for (let c = 0; c < wide - 3; c++) if (!smooth(column + c, row + r)) return false;
  }
  return true;
}
