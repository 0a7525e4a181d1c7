/** One form that stones have: an entry of the table. */
export interface StoneShape {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  /** Whether its height may differ from its width. */
  readonly long: boolean;
  /**
   * Corners x, y, x, y … of a stone so many mm wide and high, about 0, clockwise on paper, convex and inside the true
   * outline by at most 1 µm; null for a circle, whose radius is half of the width.
   */
  corners(width: number, height: number): Float64Array | null;
}

/** Keeps the type of an entry. */
export const stoneShape = (shape: StoneShape): StoneShape => shape;
