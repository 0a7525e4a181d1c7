import type { MadeTile } from './made-tile.ts';
import { sway } from './wrapped-noise.ts';
import { pointsNear } from './wrapped-points.ts';

/** Stones packed side by side, the gaps dark. */
function packed(u: number, v: number, cells: number, seed: number): number {
  const w = u + 0.01 * sway(u, v, 10, seed + 1);
  const [first, second] = pointsNear(w, v, cells, 0.75, seed, 2);
  const inside = second!.distance - first!.distance;
  // Light comes from the upper left.
  const shade = 0.3 * (first!.dx + first!.dy);
  return 0.78 - 1.05 * Math.min(inside, 0.75) + shade + 0.12 * (first!.chance(6) - 0.5);
}

/** Round pebbles of one size. */
export const pebbles: MadeTile = {
  name: 'pebbles',
  label: 'Pebbles',
  about: 'Pebbles side by side with dark gaps and a shade on each.',
  group: 'Stones',
  cells: 7,
  darkness: (seed) => (u, v) => packed(u, v, 7, seed),
};

/** Flat stones in courses. */
export const dryWall: MadeTile = {
  name: 'dry-wall',
  label: 'Dry wall',
  about: 'Flat stones laid in courses.',
  group: 'Stones',
  cells: 8,
  darkness: (seed) => {
    const ROWS = 8;
    return (u, v) => {
      const y = v * ROWS + 0.25 * sway(u, v, 5, seed);
      const row = Math.floor(y);
      const x = u * 4 + 0.5 * (row & 1) + 0.2 * sway(u, v, 4, seed + 2 + (((row % ROWS) + ROWS) % ROWS));
      const [a, b] = [x - Math.floor(x), y - row];
      const edge = Math.min(2.2 * Math.min(a, 1 - a), Math.min(b, 1 - b));
      return 0.9 - 2.6 * Math.min(edge, 0.3) + 0.2 * b + 0.2 * sway(u, v, 24, seed + 20);
    };
  },
};
