import type { Polygon } from '../raster/outline-coverage.ts';

/** One or more closed polygons that outline a mark: outer ones wind one way round, holes the other. */
export type Outline = readonly Polygon[];

/** Signed area of a polygon: positive where it runs clockwise on paper (y downwards). */
export function signedArea(p: Polygon): number {
  let sum = 0;
  const n = p.length;
  for (let k = 0; k < n; k += 2) {
    const m = k + 2 === n ? 0 : k + 2;
    sum += p[k]! * p[m + 1]! - p[m]! * p[k + 1]!;
  }
  return sum / 2;
}

/** Area that an outline encloses, in the square of its unit; holes are taken away. */
export const outlineArea = (outline: Outline): number => Math.abs(outline.reduce((sum, p) => sum + signedArea(p), 0));

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export function boxOf(outline: Outline): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const p of outline) {
    for (let k = 0; k < p.length; k += 2) {
      left = Math.min(left, p[k]!);
      right = Math.max(right, p[k]!);
      top = Math.min(top, p[k + 1]!);
      bottom = Math.max(bottom, p[k + 1]!);
    }
  }
  return { left, top, right, bottom };
}

/** Greatest distance of an outline's points from 0, 0. */
export function reachOf(outline: Outline): number {
  let far = 0;
  for (const p of outline)
    for (let k = 0; k < p.length; k += 2) far = Math.max(far, p[k]! * p[k]! + p[k + 1]! * p[k + 1]!);
  return Math.sqrt(far);
}

/** The same polygon run through the other way. */
export function reversed(p: Polygon): Polygon {
  const out = new Float64Array(p.length);
  for (let k = 0; k < p.length; k += 2) {
    out[p.length - 2 - k] = p[k]!;
    out[p.length - 1 - k] = p[k + 1]!;
  }
  return out;
}

/** An outline whose outer polygons run clockwise on paper, as all marks of a plate must. */
export function clockwise(outline: Outline): Outline {
  const area = outline.reduce((sum, p) => sum + signedArea(p), 0);
  return area >= 0 ? outline : outline.map(reversed);
}

/** Matrix a b c d e f, as SVG has it. */
export type Matrix = readonly [number, number, number, number, number, number];

/** An outline taken through a matrix; one that mirrors keeps its outer polygons clockwise. */
export function placed(outline: Outline, [a, b, c, d, e, f]: Matrix): Outline {
  const moved = outline.map((p) => {
    const out = new Float64Array(p.length);
    for (let k = 0; k < p.length; k += 2) {
      out[k] = a * p[k]! + c * p[k + 1]! + e;
      out[k + 1] = b * p[k]! + d * p[k + 1]! + f;
    }
    return out;
  });
  return a * d - b * c < 0 ? moved.map(reversed) : moved;
}
