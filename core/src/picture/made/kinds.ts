import type { Params } from '../../settings/params.ts';

/** Encoded sRGB and alpha, each 0..1. */
export type Rgba = [r: number, g: number, b: number, a: number];

/** Colour of a made picture at a point; u, v in shares of its width and height. Writes to `out`. */
export type Painter = (u: number, v: number, out: Rgba) => void;

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
  /** One of the two: colours point by point, or an outline. `aspect`: width by height. */
  readonly painter?: (settings: never, aspect: number) => Painter;
  readonly outline?: (settings: never, aspect: number) => OutlinePicture;
}
