import { PictureError } from '../pictures/picture-error.ts';

/** Something that a template asks the cutter to cut. Lengths in mm. */
export interface CutShape {
  /** The layer that it lies on. */
  readonly layer: string;
  /** x, y, x, y …; of a circle points on it. */
  readonly points: Float64Array;
  readonly closed: boolean;
  /** Where the file says that it is a circle. */
  readonly circle: { readonly x: number; readonly y: number; readonly r: number } | null;
}

/** A template as it was read. */
export interface CutFile {
  readonly format: 'SVG' | 'DXF' | 'PDF';
  /** The largest page. */
  readonly width: number;
  readonly height: number;
  readonly pages: number;
  readonly shapes: readonly CutShape[];
  /** What the file holds that no blade can follow, a sentence each. */
  readonly others: readonly string[];
}

/** A file that is no template, in one sentence. */
export class TemplateError extends PictureError {}

/** Points of a circle. */
export function circlePoints(x: number, y: number, r: number): Float64Array {
  const corners = 72;
  return Float64Array.from({ length: 2 * corners }, (_, k) => {
    const turn = ((k >> 1) * 2 * Math.PI) / corners;
    return k & 1 ? y + r * Math.sin(turn) : x + r * Math.cos(turn);
  });
}

/** The circle that all points of a closed outline lie on, to a ten-thousandth of its radius; null if there is none. */
export function circleOf(points: Float64Array): CutShape['circle'] {
  const n = points.length / 2;
  if (n < 12) return null;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let k = 0; k < points.length; k += 2) {
    left = Math.min(left, points[k]!);
    right = Math.max(right, points[k]!);
    top = Math.min(top, points[k + 1]!);
    bottom = Math.max(bottom, points[k + 1]!);
  }
  const [x, y] = [(left + right) / 2, (top + bottom) / 2];
  const r = (right - left + bottom - top) / 4;
  for (let k = 0; k < points.length; k += 2) {
    if (Math.abs(Math.hypot(points[k]! - x, points[k + 1]! - y) - r) > 1e-3 * r) return null;
  }
  return { x, y, r };
}
