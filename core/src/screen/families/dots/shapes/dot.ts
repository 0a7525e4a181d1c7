/**
 * A dot shape: a spot function over one cell, x and y in -1..1 from the cell's centre.
 * Where it is greatest, ink comes first; results lie in -1..1.
 */
export interface DotShape {
  /** Standard name, as `chromatype list dots` prints it and as jobs store it. */
  readonly name: string;
  /** Heading under which the artist finds it; shapes without one come last. */
  readonly group?: string;
  /** One plain sentence for the artist. */
  readonly about: string;
  readonly source: string;
  spot(x: number, y: number): number;
}

/** The set of predefined spot functions: ISO 32000-1:2008, 10.5.3, table 128. */
export const ISO_SPOTS = 'ISO 32000-1:2008, 10.5.3';

/** A cell of this project's own. */
export const OWN_CELL = 'our own';
