import { cosine, sine } from '../../../../math/exact.ts';
import type { MadeTile } from './made-tile.ts';
import { turnedNoise } from './wrapped-noise.ts';
import { greatest } from './wrapped-points.ts';

/** Darkness in a leaf of half length 1 along the first axis: dark at its rib and rim. Below 0 outside. */
function leaf(along: number, across: number, width: number): number {
  if (Math.abs(along) >= 1) return -1;
  const half = width * (1 - along * along) * (1 - 0.35 * along);
  const inside = 1 - Math.abs(across) / half;
  if (inside <= 0) return -1;
  const rib = Math.max(0, 1 - Math.abs(across) / 0.05);
  const vein = Math.abs(((along * 5 + Math.abs(across) * 4 + 20) % 1) * 2 - 1);
  return Math.max(rib, 0.55 + 0.3 * vein - 0.25 * inside);
}

/** Leaves that lie in all directions. */
export const leaves: MadeTile = {
  name: 'leaves',
  label: 'Leaves',
  about: 'Fallen leaves with rib and veins, in all directions.',
  group: 'Plants',
  cells: 12,
  darkness: (seed) => (u, v) => {
    let [top, value] = [-1, 0.2 * turnedNoise(u, v, 20, seed + 9)];
    greatest(u, v, { cells: 5, stray: 0.5, seed, reach: 2 }, ({ dx, dy, chance }) => {
      const turn = 2 * Math.PI * chance(3);
      const [c, s] = [cosine(turn), sine(turn)];
      const d = leaf((dx * c + dy * s) / 0.78, (dy * c - dx * s) / 0.78, 0.42);
      if (d >= 0 && chance(5) > top) [top, value] = [chance(5), d];
      return 0;
    });
    return value;
  },
};

/** Blades of grass or needles. */
export const needles: MadeTile = {
  name: 'needles',
  label: 'Needles',
  about: 'Needles that lean this way and that.',
  group: 'Plants',
  cells: 10,
  darkness: (seed) => (u, v) =>
    0.25 * turnedNoise(u, v, 20, seed + 9) +
    0.75 *
      greatest(u, v, { cells: 10, stray: 0.9, seed, reach: 2 }, ({ dx, dy, chance }) => {
        const turn = Math.PI * (0.5 + 0.9 * (chance(3) - 0.5));
        const [c, s] = [cosine(turn), sine(turn)];
        const [along, across] = [(dx * c + dy * s) / 1.35, dy * c - dx * s];
        if (Math.abs(along) >= 1) return 0;
        const half = 0.16 * (1 - along * along);
        return Math.abs(across) > half * 2.4 ? 0 : 0.35 + 0.65 * chance(4) - (0.5 * Math.abs(across)) / half;
      }),
};
