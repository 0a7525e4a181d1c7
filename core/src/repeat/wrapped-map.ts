import type { PointMap } from '../bend/kind.ts';
import { fadedFrom, fourPlaces, inRepeat, mirrored, type RepeatRegion, repeatSize } from './region.ts';

/**
 * How far a map moves places, made to repeat: `out` is the way from a place to where the map leads, the same one repeat
 * further on. Null maps move nothing.
 */
export function wrappedWay(map: PointMap, region: RepeatRegion): PointMap {
  const unit = repeatSize(region);
  const { left, top, width, height } = region;
  const places = fourPlaces();
  const [at, to] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ];
  return (x, y, out) => {
    inRepeat(region, unit, x, y, at);
    const count = fadedFrom(region, unit, at.x, at.y, places);
    let [sumX, sumY] = [0, 0];
    for (let k = 0; k < count; k++) {
      const { x: px, y: py, weight } = places[k]!;
      const fx = region.mirrored ? mirrored(px, width) : { at: px, way: 1 as const };
      const fy = region.mirrored ? mirrored(py, height) : { at: py, way: 1 as const };
      const [sx, sy] = [left + fx.at, top + fy.at];
      map(sx, sy, to);
      sumX += weight * fx.way * (to.x - sx);
      sumY += weight * fy.way * (to.y - sy);
    }
    out.x = sumX;
    out.y = sumY;
  };
}
