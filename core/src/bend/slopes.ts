import { arcTangent } from '../math/exact.ts';
import type { PointMap } from './kind.ts';

/** How a map changes from pixel to pixel: where x and y go as x grows, and as y grows. */
export interface Slopes {
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

/** Half of the step in pixels over which slopes are taken. */
const H = 0.5;

/** The slopes of a map at a place: out.x grows by xx with x and by xy with y, out.y by yx and yy. */
export function slopesAt(map: PointMap, x: number, y: number): Slopes {
  const [a, b] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ];
  map(x + H, y, a);
  map(x - H, y, b);
  const [xx, yx] = [a.x - b.x, a.y - b.y];
  map(x, y + H, a);
  map(x, y - H, b);
  return { xx, yx, xy: a.x - b.x, yy: a.y - b.y };
}

/** The area of what a pixel becomes, less than 0 where it is turned over. */
export const areaOfSlopes = ({ xx, xy, yx, yy }: Slopes): number => xx * yy - xy * yx;

/** The greatest and the smallest number of times that a length grows, whichever way it lies. */
export function growthOf(slopes: Slopes): { readonly most: number; readonly least: number } {
  const { xx, xy, yx, yy } = slopes;
  const [p, q, r] = [xx * xx + yx * yx, xx * xy + yx * yy, xy * xy + yy * yy];
  const off = Math.sqrt(((p - r) * (p - r)) / 4 + q * q);
  return { most: Math.sqrt((p + r) / 2 + off), least: Math.sqrt(Math.max(0, (p + r) / 2 - off)) };
}

/** How far a map turns what lies at a place, in radians, clockwise on paper (y downwards). */
export const turnOfSlopes = ({ xx, xy, yx, yy }: Slopes): number => arcTangent(yx - xy, xx + yy);
