import { cosine, sine } from '../../../math/exact.ts';

/** How far a side may lie inside the curve that it stands for, in mm. */
const INSIDE = 0.0008;

/** Corners of a polygon in a circle of a radius in mm whose sides are less than 1 µm inside it. */
export const cornersOfCircle = (radius: number): number =>
  4 * Math.max(4, Math.ceil(Math.PI / Math.sqrt((2 * INSIDE) / radius) / 4));

/** Points of an ellipse about 0, clockwise on paper. */
export function ellipsePoints(rx: number, ry: number): Float64Array {
  const corners = cornersOfCircle(Math.max(rx, ry));
  return Float64Array.from({ length: 2 * corners }, (_, k) => {
    const turn = ((k >> 1) * 2 * Math.PI) / corners;
    return k & 1 ? ry * sine(turn) : rx * cosine(turn);
  });
}
