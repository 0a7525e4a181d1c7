import { hashShare } from '../../../../math/hash.ts';
import { wrapped } from './wrapped-noise.ts';

/** A point near a place: how far away it is, in cells, which way, and numbers 0..1 of its own. */
export interface Near {
  readonly distance: number;
  readonly dx: number;
  readonly dy: number;
  chance(what: number): number;
}

/** The points of a wrapped grid, one a cell, in a cell and those around it. */
function around(u: number, v: number, cells: number, reach: number, stray: number, seed: number): Near[] {
  const [x, y] = [u * cells, v * cells];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const found: Near[] = [];
  for (let b = j - reach; b <= j + reach; b++) {
    for (let a = i - reach; a <= i + reach; a++) {
      const [column, row] = [wrapped(a, cells), wrapped(b, cells)];
      const chance = (what: number) => hashShare(column, row, seed + 7919 * what);
      const dx = x - (a + 0.5 + stray * (chance(1) - 0.5));
      const dy = y - (b + 0.5 + stray * (chance(2) - 0.5));
      found.push({ distance: Math.sqrt(dx * dx + dy * dy), dx, dy, chance });
    }
  }
  return found;
}

/**
 * Points of a grid of `cells` by `cells` in a tile, each moved by up to half of `stray` of a cell, that lie near a place;
 * the nearest first.
 */
export const pointsNear = (u: number, v: number, cells: number, stray: number, seed: number, reach = 1): Near[] =>
  around(u, v, cells, reach, stray, seed).sort((a, b) => a.distance - b.distance);

/** The greatest of some value over the points near a place, for marks that may lie over each other. */
export function greatest(
  u: number,
  v: number,
  { cells, stray, seed, reach = 1 }: { cells: number; stray: number; seed: number; reach?: number },
  value: (near: Near) => number,
): number {
  let most = 0;
  for (const near of around(u, v, cells, reach, stray, seed)) most = Math.max(most, value(near));
  return most;
}
