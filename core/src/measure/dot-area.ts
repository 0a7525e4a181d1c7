import { power } from '../math/exact.ts';

/**
 * Dot area 0..1 from densities relative to the paper (Murray & Davies 1936); `n` above 1 allows for light
 * that spreads in the paper (Yule & Nielsen 1951). `tint` and `solid` are densities above the paper's.
 */
export function areaFromDensity(tint: number, solid: number, n = 1): number {
  const reflected = (density: number) => 1 - power(10, -density / n);
  return reflected(tint) / reflected(solid);
}

/** Density above the paper's of a dot area 0..1: Murray & Davies the other way round. */
export function densityFromArea(area: number, solid: number, n = 1): number {
  const light = 1 - area * (1 - power(10, -solid / n));
  return (-n * Math.log(light)) / Math.LN10;
}
