/** The largest picture, in pixels. */
export const MOST_PIXELS = 200 * 1000 * 1000;
