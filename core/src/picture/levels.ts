import type { Size } from '../raster/sheet.ts';

/**
 * Reduced copies of a picture that are kept for first looks: level k is 2^k times smaller along each side. Level 0 is
 * the picture itself.
 */

/** Levels are kept whose longer side lies between these. */
const LEAST = 600;
const MOST = 3200;

/** How many times smaller a level is along each side. */
const timesSmaller = (level: number): number => 1 << level;

const longest = ({ width, height }: Size): number => Math.max(width, height);

/** Size of a level in pixels. */
export const levelSize = ({ width, height }: Size, level: number): Size => ({
  width: Math.max(1, Math.round(width / timesSmaller(level))),
  height: Math.max(1, Math.round(height / timesSmaller(level))),
});

/** The levels that are kept of a picture of a size, from large to small. */
export function keptLevels(size: Size): number[] {
  const levels: number[] = [];
  for (let level = 1; longest(size) / timesSmaller(level) >= LEAST; level++) {
    if (longest(size) / timesSmaller(level) <= MOST) levels.push(level);
  }
  return levels;
}

/** The smallest kept level whose longer side has `pixels` at least; 0 when only the picture itself has. */
export const levelFor = (size: Size, pixels: number): number =>
  keptLevels(size).findLast((level) => longest(size) / timesSmaller(level) >= pixels) ?? 0;
