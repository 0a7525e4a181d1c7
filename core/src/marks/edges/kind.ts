import type { Polygon } from '../../raster/outline-coverage.ts';

/** What an edge is drawn with. */
export interface EdgeHow {
  /** 0..1. */
  readonly amount: number;
  /** Teeth or ripples round the mark. */
  readonly count: number;
  /** A whole number of the mark's own, for what is left to chance. */
  readonly seed: number;
  /** Half of the width of the shape, in the unit of its points. */
  readonly radius: number;
}

/** A polygon whose points are dense, each with how far along it lies (0..1) and the direction outwards. */
export interface DenseEdge {
  readonly points: Polygon;
  readonly along: Float64Array;
  readonly outwards: Float64Array;
}

/** One treatment of edges: an entry of the table. */
export interface EdgeKind {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  /** Moves the points of a polygon; it writes x and y of point k to `out` from 2k on. */
  move(edge: DenseEdge, how: EdgeHow, out: Polygon): void;
}

/** Moves each point outwards by what `by` gives for how far along it lies, in radii. */
export function moveOutwards(
  { points, along, outwards }: DenseEdge,
  radius: number,
  out: Polygon,
  by: (t: number) => number,
): void {
  for (let k = 0; k < along.length; k++) {
    const d = radius * by(along[k]!);
    out[2 * k] = points[2 * k]! + d * outwards[2 * k]!;
    out[2 * k + 1] = points[2 * k + 1]! + d * outwards[2 * k + 1]!;
  }
}

/** Keeps the name of a treatment as a type. */
export const edgeKind = <const N extends string>(
  kind: EdgeKind & { readonly name: N },
): EdgeKind & { readonly name: N } => kind;
