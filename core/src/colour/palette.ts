/** A named colour of a palette. */
export interface PaletteColour {
  readonly name: string;
  /** `#rrggbb`. */
  readonly colour: string;
}

export interface Palette {
  readonly name: string;
  readonly colours: readonly PaletteColour[];
}
