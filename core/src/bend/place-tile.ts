/** Side of the squares of pixels for which places are worked out at a time. */
export const TILE = 64;

/**
 * Places of a square of pixels: of the middle of its pixel (0, 0) and of every `step`-th one on, in rows of
 * TILE / step + 1. Those of other pixels lie on straight lines between them.
 */
export interface PlaceTile {
  readonly step: number;
  readonly xs: Float64Array;
  readonly ys: Float64Array;
}

/**
 * The same where a bend is smooth, as cubics through fewer nodes: x and y in turn of places `each` pixels apart, in rows of
 * TILE / each + 3, the first of them one node before the square in both ways. Every `step`-th pixel lies on the cubics. The
 * places are those of this square until another one is asked for.
 */
export interface PlaceCurves {
  readonly each: number;
  readonly step: number;
  readonly places: Float64Array;
}
