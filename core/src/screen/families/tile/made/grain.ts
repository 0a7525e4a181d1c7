import type { MadeTile } from './made-tile.ts';
import { layers, turnedNoise, wrapped } from './wrapped-noise.ts';
import { greatest } from './wrapped-points.ts';
import { cosine, sine } from '../../../../math/exact.ts';

/** Grain like that of a rocked copper plate: short worms without a direction. */
export const rocked: MadeTile = {
  name: 'rocked-grain',
  label: 'Rocked grain',
  about: 'A fine grain like that of a rocked copper plate.',
  group: 'Grain',
  cells: 16,
  darkness: (seed) => (u, v) => {
    // Ridges where two noises are equal make short lines that meet nowhere for long.
    const ridge = Math.abs(turnedNoise(u, v, 22, seed) - turnedNoise(u, v, 22, seed + 1));
    return 1 - 2.6 * ridge - 0.4 * (turnedNoise(u, v, 44, seed + 2) - 0.5);
  },
};

/** Short strokes of a roulette in all directions. */
export const roulette: MadeTile = {
  name: 'roulette',
  label: 'Roulette',
  about: 'Short strokes of a toothed wheel in all directions.',
  group: 'Grain',
  cells: 14,
  darkness: (seed) => (u, v) =>
    greatest(u, v, { cells: 16, stray: 0.9, seed, reach: 2 }, ({ dx, dy, chance }) => {
      const turn = chance(3) * Math.PI;
      const [c, s] = [cosine(turn), sine(turn)];
      const [along, across] = [dx * c + dy * s, dy * c - dx * s];
      return 0.4 + 0.6 * chance(4) - Math.max(0, Math.abs(along) - 0.55) * 1.6 - Math.abs(across) * 1.8;
    }),
};

/** Sand: grains of stone in clouds. */
export const sandstone: MadeTile = {
  name: 'sandstone',
  label: 'Sandstone',
  about: 'Coarse grain in soft layers, as of stone.',
  group: 'Grain',
  cells: 14,
  darkness: (seed) => (u, v) => {
    const bed = 0.5 + 0.5 * Math.abs(2 * wrapped(4 * v + 0.8 * layers(u, v, 2, 2, 2, seed), 1) - 1);
    return 1.3 * (turnedNoise(u, v, 34, seed + 1) - 0.5) + 0.5 + 0.25 * (bed - 0.75);
  },
};
