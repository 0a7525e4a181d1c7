/** How much larger than a plate pixel the loupe shows it. */
export const LOUPE_SCALES = [4, 8, 16, 32] as const;
