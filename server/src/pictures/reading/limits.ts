/** The largest file that is taken, in bytes. */
export const MOST_BYTES = 100 * 1000 * 1000;
/** The largest picture, in pixels. */
export const MOST_PIXELS = 200 * 1000 * 1000;
