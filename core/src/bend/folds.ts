import { type Bend, bendInputs } from './bends.ts';
import type { BendReads, BendSheet, Deformation, PointMap } from './kind.ts';
import { NOTHING_READ } from './kind.ts';
import { bendKind } from './kinds/index.ts';
import { areaOfSlopes, slopesAt } from './slopes.ts';

/** A small part of the sheet that a bend lays over another one: four corners, x and y in pixels of the sheet. */
export type Fold = readonly number[];

/** Parts across the longer side of the sheet that are looked at. */
const PARTS = 96;

/** Whether a map turns what lies around a place over. */
const isOver = (map: PointMap, x: number, y: number): boolean => !(areaOfSlopes(slopesAt(map, x, y)) > 0);

/** The parts of a sheet that a deformation folds over, where they come to lie. */
export function foldsOfDeformation({ back, forth }: Deformation, { width, height }: BendSheet): Fold[] {
  const side = Math.max(width, height) / PARTS;
  const folds: Fold[] = [];
  const at = { x: 0, y: 0 };
  const movedBy = (map: PointMap, corners: number[]): number[] => {
    for (let k = 0; k < corners.length; k += 2) {
      map(corners[k]!, corners[k + 1]!, at);
      corners[k] = at.x;
      corners[k + 1] = at.y;
    }
    return corners;
  };
  for (let y = 0; y < height; y += side) {
    for (let x = 0; x < width; x += side) {
      const [right, bottom] = [Math.min(width, x + side), Math.min(height, y + side)];
      const [cx, cy] = [(x + right) / 2, (y + bottom) / 2];
      const corners = [x, y, right, y, right, bottom, x, bottom];
      if (isOver(back, cx, cy)) folds.push(corners);
      else if (forth && isOver(forth, cx, cy)) folds.push(movedBy(forth, corners));
    }
  }
  return folds;
}

/** The parts of a sheet that one bend folds over. */
export function foldsOf(bend: Bend, sheet: BendSheet, reads: BendReads = NOTHING_READ): Fold[] {
  const [own] = bendInputs([bend]);
  const ready = own ? bendKind(own.kind).ready(own.settings, sheet, reads) : null;
  return ready ? foldsOfDeformation(ready, sheet) : [];
}
