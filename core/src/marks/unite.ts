import { FillRule, type Path64, type Paths64, union } from 'clipper2-ts';
import { clockwise, type Outline } from './outline.ts';

/** Paths of the clipper: whole numbers, so many a unit. */
export function toPaths(outline: Outline, perUnit: number): Paths64 {
  return outline.map((p) => {
    const path: Path64 = [];
    for (let k = 0; k < p.length; k += 2)
      path.push({ x: Math.round(p[k]! * perUnit), y: Math.round(p[k + 1]! * perUnit) });
    return path;
  });
}

export const ofPaths = (paths: Paths64, perUnit: number): Outline =>
  paths.map((path) => {
    const p = new Float64Array(2 * path.length);
    path.forEach(({ x, y }, k) => {
      p[2 * k] = x / perUnit;
      p[2 * k + 1] = y / perUnit;
    });
    return p;
  });

const PER_UNIT = 1e7;

/** An outline that may cross or overlap itself as one that does not: holes wind the other way than what they lie in. */
export function simplified(outline: Outline): Outline {
  const united = union(toPaths(outline, PER_UNIT), FillRule.NonZero);
  return clockwise(ofPaths(united, PER_UNIT));
}
