/** Sheets above this many pixels are refused: 2³¹. */
export const MOST_SHEET_PIXELS = 2147483648;
/** Fills of one pass. */
export const MOST_FILLS = 200;
/** Bends of one fill. */
export const MOST_BENDS = 100;
/** Passes that print on one sheet: 2¹² overprints fit in the tables of the kernels. */
export const MOST_PASSES = 12;
