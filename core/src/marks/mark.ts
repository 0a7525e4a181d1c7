import type { Matrix } from './outline.ts';
import type { Site } from './lattices/kind.ts';
import type { UnitOutline } from './shape-of.ts';

/** One mark as it prints. Places in pixels of the sheet, y downwards. */
export interface Mark {
  readonly id: number;
  readonly site: Site;
  readonly x: number;
  readonly y: number;
  /** Tone of its cell, 0..1. */
  readonly tone: number;
  readonly unit: UnitOutline;
  /** Takes the outline to the sheet. */
  readonly matrix: Matrix;
  /** Its turn in radians, counter-clockwise. */
  readonly turn: number;
  /** Its width in pixels, before it is turned. */
  readonly width: number;
  /** Linear light of red, green and blue, 0..1; null for the ink. */
  readonly colour: readonly [number, number, number] | null;
}

/** The order in which marks print: from the top of the sheet downwards, in a row from the left to the right. */
export const inPrintOrder = (a: Mark, b: Mark): number => a.site.y - b.site.y || a.site.x - b.site.x || a.id - b.id;
