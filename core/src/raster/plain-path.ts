/** A path without numbers in powers of ten, which no path may have; font libraries write them for nearly 0. */
export const plainPath = (path: string): string => path.replace(/-?[\d.]+e-\d+/gi, ' 0');
