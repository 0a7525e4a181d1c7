import type { UnitOutline } from './shape-of.ts';

/** How one mark is laid. One object is filled for mark after mark, so that many of them leave nothing behind. */
export interface Laid {
  unit: UnitOutline | null;
  /** Tone of its cell, 0..1. */
  tone: number;
  /** In radians, counter-clockwise. */
  turn: number;
  /** In pixels, before it is turned. */
  width: number;
  x: number;
  y: number;
  /** a b c d e f take the outline to the sheet. */
  readonly matrix: Float64Array;
}

export const emptyLaid = (): Laid => ({
  unit: null,
  tone: 0,
  turn: 0,
  width: 0,
  x: 0,
  y: 0,
  matrix: new Float64Array(6),
});
