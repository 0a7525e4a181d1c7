import { reachOf, signedArea } from '../../marks/outline.ts';
import type { StoneSize } from './table.ts';
import { stoneShapeOf } from './shapes/index.ts';

/** The place that a stone takes, in mm about its middle, unturned. */
export interface Footprint {
  /** Radius of the largest circle about the middle that lies inside. */
  readonly inner: number;
  /** Radius of the smallest circle about the middle that holds it. */
  readonly outer: number;
  /** Corners of a convex polygon; null for a circle, where both radii are the same. */
  readonly corners: Float64Array | null;
  /** Reach along x and along y: half of the width and of the height. */
  readonly halfWidth: number;
  readonly halfHeight: number;
  /** mm². */
  readonly area: number;
}

/** Distance from 0, 0 to the nearest edge of a convex polygon that holds it. */
function innerRadius(p: Float64Array): number {
  let least = Infinity;
  const n = p.length;
  for (let k = 0; k < n; k += 2) {
    const m = k + 2 === n ? 0 : k + 2;
    const [dx, dy] = [p[m]! - p[k]!, p[m + 1]! - p[k + 1]!];
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length > 0) least = Math.min(least, Math.abs(p[k]! * dy - p[k + 1]! * dx) / length);
  }
  return least;
}

/** The place that a stone of a size takes; `wider` in mm makes a hole of it. */
export function footprintOf({ shape, width, height }: StoneSize, wider = 0): Footprint {
  const [w, h] = [width + wider, height + wider];
  const corners = stoneShapeOf(shape).corners(w, h);
  if (!corners) {
    const r = w / 2;
    return { inner: r, outer: r, corners: null, halfWidth: r, halfHeight: r, area: Math.PI * r * r };
  }
  return {
    inner: innerRadius(corners),
    outer: reachOf([corners]),
    corners,
    halfWidth: w / 2,
    halfHeight: h / 2,
    area: Math.abs(signedArea(corners)),
  };
}
