/** What a shape may ask of the settings of marks. */
export interface ShapeSettings {
  /** Corners of a polygon, points of a star. */
  readonly sides: number;
  /** How far a hole or a notch reaches, 0..1 of the shape. */
  readonly inner: number;
  /** How far corners are rounded, 0..1 of half a side. */
  readonly round: number;
  /** Height beside the width. */
  readonly aspect: number;
  /** The SVG path of an imported shape. */
  readonly path: string;
}

/** The settings of a shape that the artist is shown. */
export type ShapeSetting = 'sides' | 'inner' | 'round' | 'aspect';

/** One shape of marks: an entry of the table. */
export interface MarkShape {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  /** Heading under which it is found. */
  readonly group: string;
  readonly about: string;
  readonly uses: readonly ShapeSetting[];
  /** Its outline as an SVG path within a circle of radius ½ about 0, 0; y runs downwards. */
  path(s: ShapeSettings): string;
}

export const markShape = <const N extends string>(
  shape: MarkShape & { readonly name: N },
): MarkShape & { readonly name: N } => shape;
