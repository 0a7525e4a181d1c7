import type { Outline } from '../../marks/outline.ts';
import { ofPaths, toPaths } from '../../marks/unite.ts';
import { type Combining, combinedPaths, movedEdges, unionOf } from '../../marks/joining/clipper.ts';

/** Whole numbers of the clipper in a mm: outlines are rounded to 0.1 µm. */
const PER_MM = 1e4;
/** Curves of moved edges are at most so far from their lines, in mm. */
export const ARC = 0.001;

/** Unites closed outlines in mm. `evenOdd`: overlaps are holes by turns. */
export const unitedPaths = (outline: Outline, evenOdd = false): Outline =>
  outline.length === 0 ? [] : ofPaths(unionOf(toPaths(outline, PER_MM), evenOdd), PER_MM);

/**
 * Areas with their edges moved outwards by so many mm; below 0 inwards. Corners become round where an edge moves away from
 * them. The lines that stand for curves are at most 1 µm off.
 */
export const moved = (areas: Outline, by: number): Outline =>
  areas.length === 0 || by === 0
    ? areas
    : ofPaths(movedEdges(toPaths(areas, PER_MM), by * PER_MM, ARC * PER_MM), PER_MM);

/** Areas combined with others. */
export const combined = (areas: Outline, others: Outline, how: Combining): Outline =>
  ofPaths(combinedPaths(toPaths(areas, PER_MM), toPaths(others, PER_MM), how), PER_MM);
