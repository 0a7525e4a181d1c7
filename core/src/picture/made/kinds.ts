import type { Kernels } from '../../kernel/kernels.ts';
import type { Params, Stop } from '../../settings/params.ts';

/** Encoded sRGB and alpha, each 0..1. */
export type Rgba = [r: number, g: number, b: number, a: number];

/** Colour of a made picture at a point; u, v in shares of its width and height. Writes to `out`. */
export type Painter = (u: number, v: number, out: Rgba) => void;

/** A value 0..1 at every point, shown in colours that blend between stops. */
export interface Blended {
  readonly stops: readonly Stop[];
  value(u: number, v: number): number;
  /** The same along straight rows, by a kernel; left out by kinds that need none. Its rows are written without pause. */
  readonly rows?: (kernels: Kernels, across: Float64Array) => ValueRows;
}

/** Writes the values of a row of points at the height v, as f64 to kernel memory at `out`; they need not be clipped to 0..1. */
export type ValueRows = (v: number, out: number) => void;

/** An outline filled with one colour on nothing. */
export interface OutlinePicture {
  /** SVG path. */
  readonly path: string;
  /** Takes the path to shares of the picture's width from its top left: a b c d e f as SVG has them. */
  readonly matrix: readonly [number, number, number, number, number, number];
  readonly colour: string;
  readonly fill: boolean;
  /** Overlaps are holes by turns; otherwise all that is wound round is filled. */
  readonly evenOdd: boolean;
  /** Width of a line along the outline, in shares of the picture's width; 0 for none. */
  readonly line: number;
  /** Softening, in shares of the picture's width. */
  readonly blur: number;
}

/** A kind of picture that is made here, at any resolution: one entry of the table. */
export interface MadeKind {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly params: Params;
  /** It is made in a view of its own, and is not offered among the pictures that can be made. */
  readonly ownView?: boolean;
  /** It is texture and no motif, so that it belongs to a look and is kept in recipes. */
  readonly texture?: boolean;
  /** One of the three: colours point by point, a value that is shown in blended colours, or an outline. `aspect`: width by height. */
  readonly painter?: (settings: never, aspect: number) => Painter;
  readonly blended?: (settings: never, aspect: number) => Blended;
  readonly outline?: (settings: never, aspect: number) => OutlinePicture;
}
