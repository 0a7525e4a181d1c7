/** Range and default of every number in a pass, for validation and for the controls alike. */
export interface Limit {
  readonly min: number;
  readonly max: number;
  readonly about: string;
}

export const LIMITS = {
  sheetSide: { min: 5, max: 3000, about: 'Side of the sheet in mm.' },
  ppi: { min: 30, max: 2400, about: 'Pixels per inch of the finished plate.' },
  lights: { min: 0, max: 0.95, about: 'Picture tones lighter than this print nothing.' },
  middle: { min: 0.2, max: 5, about: 'Above 1 prints the middle tones heavier, below 1 lighter.' },
  darks: { min: 0.05, max: 1, about: 'Picture tones darker than this print solid.' },
  frequency: { min: 0.01, max: 100000, about: 'Rows of cells per unit of length.' },
  opacity: { min: 0, max: 1, about: 'How strongly the ink colours what lies under it.' },
  place: { min: -10000, max: 10000, about: 'Position on the sheet in mm.' },
  pictureWidth: { min: 0.5, max: 20000, about: 'Width of the picture on the sheet in mm.' },
} as const satisfies Record<string, Limit>;

/** Sheets above this many pixels are refused. */
export const MOST_SHEET_PIXELS = 2 ** 31;
/** Plates that print on one sheet at a time. */
export const MOST_PASSES = 8;
