import type { MadeTile } from './made-tile.ts';
import { layers, noise, sway } from './wrapped-noise.ts';

/** Hairs of a brush that runs dry along u. */
const hairs = (u: number, v: number, seed: number): number => {
  const w = v + 0.008 * sway(u, v, 3, seed + 7);
  return 0.6 * noise(u, w, 2, 44, seed) + 0.4 * layers(u, w, 6, 96, 2, seed + 3);
};

/** A dry brush, one way. */
export const dryBrush: MadeTile = {
  name: 'dry-brush',
  label: 'Dry brush',
  about: 'Streaks of a brush that runs dry, all one way.',
  group: 'Brush',
  cells: 12,
  darkness: (seed) => (u, v) => hairs(u, v, seed),
};

/** Two layers of brush strokes across each other. */
export const crossedBrush: MadeTile = {
  name: 'crossed-brush',
  label: 'Crossed brush',
  about: 'Strokes of a dry brush across each other.',
  group: 'Brush',
  cells: 12,
  darkness: (seed) => (u, v) => Math.max(hairs(u, v, seed), hairs(v, u, seed + 50)),
};
