import type { MadeTile } from './made-tile.ts';
import { layers } from './wrapped-noise.ts';
import { greatest } from './wrapped-points.ts';

const spots = (u: number, v: number, cells: number, seed: number, least: number): number =>
  greatest(u, v, { cells, stray: 0.85, seed }, ({ distance, chance }) => {
    // Each spot begins at a tone of its own.
    const start = least + (1 - least) * chance(4);
    return start - distance * 0.9;
  });

/** Points of a pen. */
export const stipple: MadeTile = {
  name: 'stipple',
  label: 'Stipple',
  about: 'Points of a pen, more of them the darker it gets.',
  group: 'Stipple',
  cells: 14,
  darkness: (seed) => (u, v) => spots(u, v, 14, seed, 0.35),
};

/** Spatter of a brush: few large spots, many small ones. */
export const spatter: MadeTile = {
  name: 'spatter',
  label: 'Spatter',
  about: 'Few large spots among many small ones, as flicked from a brush.',
  group: 'Stipple',
  cells: 12,
  darkness: (seed) => (u, v) => {
    const rough = 0.08 * (layers(u, v, 40, 40, 2, seed + 8) - 0.5);
    const large = greatest(u, v, { cells: 5, stray: 0.9, seed }, ({ distance, chance }) => {
      const size = 0.15 + 0.6 * chance(3) * chance(3);
      return 0.45 + 0.55 * chance(5) - Math.max(0, distance - size * 0.4) * 1.8;
    });
    return Math.max(large, spots(u, v, 19, seed + 60, 0.2) * 0.95) + rough;
  },
};
