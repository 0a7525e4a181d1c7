/** Range and default of every number in a pass, for validation and for the controls alike. */
export interface Limit {
  readonly min: number;
  readonly max: number;
  readonly about: string;
}

export const LIMITS = {
  sheetSide: { min: 5, max: 3000, about: 'Side of the sheet in mm.' },
  bleed: { min: 0, max: 50, about: 'Printed beyond the trimmed edge, in mm, so that trimming leaves no bare line.' },
  turn: { min: -360, max: 360, about: 'Turn of the picture on the sheet, counter-clockwise.' },
  ppi: { min: 30, max: 2400, about: 'Pixels per inch of the finished plate.' },
  frequency: { min: 0.01, max: 100000, about: 'Rows of cells per unit of length.' },
  strength: { min: 0, max: 1, about: 'How strongly the ink colours what lies under it.' },
  opacity: { min: 0, max: 1, about: 'How much the ink hides what lies under it: 0 transparent, 1 covering.' },
  spread: {
    min: 1,
    max: 4,
    about: 'How far light spreads in the stock (Yule–Nielsen n): 1 not at all, 1.5 to 2 for paper.',
  },
  place: { min: -10000, max: 10000, about: 'Position on the sheet in mm.' },
  pictureWidth: { min: 0.5, max: 20000, about: 'Width of the picture on the sheet in mm.' },
} as const satisfies Record<string, Limit>;

/** Sheets above this many pixels are refused. */
export const MOST_SHEET_PIXELS = 2 ** 31;
/** Plates that print on one sheet at a time. */
export const MOST_PASSES = 8;
