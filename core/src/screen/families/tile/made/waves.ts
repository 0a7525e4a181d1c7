import { cosine } from '../../../../math/exact.ts';
import type { MadeTile } from './made-tile.ts';
import { sway, wrapped } from './wrapped-noise.ts';

const ACROSS = 4;
const ROWS = 8;

/** Rings of waves that overlap in rows. */
export const ringWaves: MadeTile = {
  name: 'ring-waves',
  label: 'Ring waves',
  about: 'Half rings in rows, each row over the one above it.',
  group: 'Waves',
  cells: ACROSS * 2,
  darkness: () => (u, v) => {
    const y = v * ROWS;
    const low = Math.floor(y);
    for (let k = 2; k >= 0; k--) {
      // The lowest row that reaches here lies on top.
      const row = low + k;
      const x = u * ACROSS + (row & 1 ? 0.5 : 0);
      const dx = 2 * (x - Math.floor(x)) - 1;
      const dy = (row + 1 - y) / 2;
      const radius = Math.sqrt(dx * dx + dy * dy * 1.44);
      if (radius > 1) continue;
      return 0.5 + 0.5 * cosine(2 * Math.PI * 3 * radius);
    }
    return 0.5;
  },
};

/** Ripples of a still sea. */
export const ripples: MadeTile = {
  name: 'ripples',
  label: 'Ripples',
  about: 'Ripples on water that swell and run out.',
  group: 'Waves',
  cells: 10,
  darkness: (seed) => (u, v) => {
    const bent = v * 10 + 0.9 * sway(u, v, 3, seed);
    return 0.5 + 0.42 * cosine(2 * Math.PI * wrapped(bent, 1)) * (0.65 + 0.5 * sway(u, v, 5, seed + 3));
  },
};

/** Rows of crests like those on a chart. */
export const chartWaves: MadeTile = {
  name: 'chart-waves',
  label: 'Chart waves',
  about: 'Rows of pointed crests, as on an old chart.',
  group: 'Waves',
  cells: 8,
  darkness: () => (u, v) => {
    const crest = Math.abs(2 * wrapped(u * 6, 1) - 1);
    const y = wrapped(v * 8 - 0.55 * crest * crest, 1);
    return 1 - 2 * Math.abs(y - 0.5);
  },
};
