import type { MadeTile } from './made-tile.ts';
import { sway } from './wrapped-noise.ts';
import { pointsNear } from './wrapped-points.ts';

/** How far a place lies from the border between its nearest point and the next, in cells. */
function toBorder(u: number, v: number, cells: number, seed: number): number {
  const [first, second] = pointsNear(u, v, cells, 0.9, seed, 2);
  return second!.distance - first!.distance;
}

const bent = (u: number, v: number, seed: number): [number, number] => [
  u + 0.012 * sway(u, v, 8, seed + 11),
  v + 0.012 * sway(u, v, 8, seed + 12),
];

/** Wide plates between cracks. */
export const crackedGlaze: MadeTile = {
  name: 'cracked-glaze',
  label: 'Cracked glaze',
  about: 'A net of cracks, wide and then finer, as in old glaze or dry mud.',
  group: 'Cracks',
  cells: 10,
  darkness: (seed) => (u, v) => {
    const [x, y] = bent(u, v, seed);
    const wide = 1 - toBorder(x, y, 5, seed) / 0.5;
    const fine = 0.62 - toBorder(x, y, 13, seed + 40) / 0.9;
    return Math.max(wide, fine);
  },
};

/** Plates that curl away from wide gaps. */
export const peelingPaint: MadeTile = {
  name: 'peeling-paint',
  label: 'Peeling paint',
  about: 'Flakes whose middles print first and leave wide gaps between them.',
  group: 'Cracks',
  cells: 9,
  darkness: (seed) => (u, v) => {
    const [x, y] = bent(u, v, seed);
    return toBorder(x, y, 9, seed) + 0.25 * sway(u, v, 30, seed + 2);
  },
};
