/** Process angles, common practice: the strong inks 30° apart, yellow between two of them. */
export const PROCESS_ANGLES: Readonly<Record<string, number>> = { Cyan: 15, Magenta: 75, Yellow: 0, Black: 45 };

/** Angles for inks from the strongest to the weakest: 30° apart, then between (common practice). */
export const ANGLES_BY_STRENGTH: readonly number[] = [45, 75, 15, 0, 60, 30, 52.5, 82.5];

/** Angles that new passes take in turn, 30° apart (common practice). */
export const STARTER_ANGLES: readonly number[] = [45, 75, 15, 0, 60, 30];
