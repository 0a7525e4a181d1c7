import type { MadeTile } from './made-tile.ts';
import { layers, noise, sway, wrapped } from './wrapped-noise.ts';
import { pointsNear } from './wrapped-points.ts';

/** How dark a growth ring is at a share 0..1 of its width: slowly darker, then light at once. */
const ring = (share: number): number => share * Math.sqrt(share);

/** A board cut along the trunk. */
export const woodGrain: MadeTile = {
  name: 'wood-grain',
  label: 'Wood grain',
  about: 'A board cut along the trunk: long bent rings and pores.',
  group: 'Wood',
  cells: 12,
  darkness: (seed) => (u, v) => {
    const bent = v * 12 + 2.2 * layers(u, v, 2, 3, 2, seed);
    const pore = noise(u, v, 9, 90, seed + 3);
    return 0.8 * ring(wrapped(bent, 1)) + 0.35 * Math.max(0, pore - 0.6);
  },
};

/** A board with knots that the rings run round. */
export const knots: MadeTile = {
  name: 'knots',
  label: 'Knotted wood',
  about: 'Rings that run round knots.',
  group: 'Wood',
  cells: 12,
  darkness: (seed) => (u, v) => {
    const w = u + 0.012 * sway(u, v, 6, seed + 1);
    const near = pointsNear(w, v, 2, 0.7, seed)[0]!;
    const fall = 1 + 3 * near.distance * near.distance;
    const reach = 1 / (fall * fall);
    const bent = v * 10 + 3.4 * reach + 0.8 * layers(u, v, 3, 4, 2, seed + 2);
    const fibre = noise(u, v, 8, 80, seed + 3);
    return 0.85 * ring(wrapped(bent, 1)) + 0.2 * (fibre - 0.5) + 0.5 * Math.max(0, reach - 0.85);
  },
};
