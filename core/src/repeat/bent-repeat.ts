import type { BentLattice } from '../bend/bends.ts';
import { forthOf } from '../bend/inverse-of.ts';
import type { PointMap } from '../bend/kind.ts';
import { placeGrid } from '../bend/place-grid.ts';
import { repeatPlane, type RepeatRegion } from './region.ts';
import type { SnappedLattice } from './snapped-lattice.ts';
import { wrappedWay } from './wrapped-map.ts';

/** A lattice that is bent, or straight (null), made to repeat with a region. `rough`: for a first look. */
export function bentRepeat(
  bent: BentLattice | null,
  { back: { xx, xy, yx, yy } }: SnappedLattice,
  region: RepeatRegion,
  rough: boolean,
): BentLattice {
  const { left, top, margin } = region;
  const snapped: PointMap = (x, y, out) => {
    const [dx, dy] = [x - margin, y - margin];
    out.x = left + xx * dx + xy * dy;
    out.y = top + yx * dx + yy * dy;
  };
  const way = { x: 0, y: 0 };
  /** The snapped lattice, moved as a map moves the sheet. */
  const along = (map: PointMap): PointMap => {
    const moves = wrappedWay(map, region);
    return (x, y, out) => {
      moves(x, y, way);
      const [dx, dy] = [way.x, way.y];
      snapped(x, y, out);
      out.x += dx;
      out.y += dy;
    };
  };
  const back = bent ? along(bent.back) : snapped;
  // What lies anywhere in the bend may lie anywhere in the repeat.
  const least = bent ? bent.detail(null) : Number.POSITIVE_INFINITY;
  const detail = (): number => least;
  return {
    back,
    forth: forthOf(back),
    keeping: bent ? bent.keeping && along(bent.keeping) : snapped,
    shaping: bent?.shaping ? along(bent.shaping) : null,
    detail,
    grid: placeGrid(back, detail, rough),
    plane: repeatPlane(region),
  };
}
