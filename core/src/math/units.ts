/** Millimetres in one inch: lengths are kept in mm, resolutions in pixels per inch. */
export const MM_PER_INCH = 25.4;
