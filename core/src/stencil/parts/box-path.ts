import { cosine, sine } from '../../math/exact.ts';
import type { PlannedCover } from '../edges.ts';
import type { PartAsked } from './kind.ts';
import { type BoxSettings, boxMatrix, planOutline } from './outline.ts';

/** A point in a box, in mm from its top left. */
export type Point = readonly [x: number, y: number];

const number = (v: number): string => String(Number(v.toFixed(4)));

/** A closed polygon as an SVG path. */
export const polygonPath = (points: readonly Point[]): string =>
  points.length < 3 ? '' : `${points.map(([x, y], k) => `${k ? 'L' : 'M'}${number(x)} ${number(y)}`).join('')}Z`;

/** A point at an angle in radians, counter-clockwise from the right, about a middle. */
export const around = ([x, y]: Point, angle: number, across: number, down: number): Point => [
  x + across * cosine(angle),
  y - down * sine(angle),
];

/** Once round in radians. */
export const ROUND = 2 * Math.PI;

/** Plans the cover of a path that is drawn in mm in a box, which may be turned. */
export function planBoxPath(s: BoxSettings, path: string, asked: PartAsked, evenOdd = false): PlannedCover {
  const [a, b, c, d, e, f] = boxMatrix(s);
  const [w, h] = [s.width, s.height];
  return planOutline({ path, matrix: [a / w, b / w, c / h, d / h, e, f], evenOdd }, asked);
}
