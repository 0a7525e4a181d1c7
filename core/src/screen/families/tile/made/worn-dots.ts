import type { MadeTile } from './made-tile.ts';
import { layers, noise } from './wrapped-noise.ts';
import { greatest } from './wrapped-points.ts';

const DOTS = 6;

/** Dots whose edges are eaten. */
export const wornDots: MadeTile = {
  name: 'worn-dots',
  label: 'Worn dots',
  about: 'Dots of uneven size with eaten edges, as from a plate that printed too often.',
  group: 'Dots',
  cells: DOTS,
  darkness: (seed) => (u, v) => {
    const eaten = layers(u, v, 4 * DOTS, 4 * DOTS, 2, seed);
    return greatest(u, v, { cells: DOTS, stray: 0.12, seed }, ({ distance, chance }) => {
      const size = 0.72 + 0.2 * chance(3);
      return 1 - distance / size - 0.55 * (eaten - 0.5);
    });
  },
};

/** Dots that broke into pieces. */
export const brokenDots: MadeTile = {
  name: 'broken-dots',
  label: 'Broken dots',
  about: 'Dots that fell into pieces along cracks.',
  group: 'Dots',
  cells: DOTS,
  darkness: (seed) => (u, v) => {
    const dot = greatest(u, v, { cells: DOTS, stray: 0.06, seed }, ({ distance }) => 1 - distance / 0.78);
    const bend = 0.03 * (noise(u, v, 12, 12, seed + 5) - 0.5);
    const crack = Math.abs(layers(u + bend, v - bend, 14, 14, 2, seed + 9) - 0.5);
    return dot - 0.7 * Math.max(0, 1 - crack / 0.045);
  },
};

/** Dots that were rubbed while the ink was wet. */
export const rubbedDots: MadeTile = {
  name: 'rubbed-dots',
  label: 'Rubbed dots',
  about: 'Dots drawn out to one side in streaks, as if rubbed while wet.',
  group: 'Dots',
  cells: DOTS,
  darkness: (seed) => (u, v) => {
    const streak = noise(u, v, 5, 60, seed);
    return greatest(u, v, { cells: DOTS, stray: 0.05, seed }, ({ dx, dy }) => {
      const tail = dx > 0 ? dx * (0.5 + 0.5 * (1 - streak)) : dx * 1.15;
      return 1 - Math.sqrt(tail * tail + dy * dy * 1.3) / 0.75;
    });
  },
};
