import { scatteredPoints } from '../../math/points.ts';
import type { LatticeKind, Site } from './kind.ts';
import { ROUND_REACH, roundSite } from './points.ts';

/** Cells across the square of scattered points that repeats. */
const CELLS = 48;

export const scattered: LatticeKind = {
  name: 'scattered',
  label: 'Scattered',
  group: 'By chance',
  about: 'Marks lie anywhere, but never closer together than the pitch allows.',
  counted: false,
  centred: false,
  chance: true,
  make({ box, pitch, seed }) {
    const side = CELLS * pitch;
    const { xs, ys } = scatteredPoints(side, pitch, seed);
    // Side of the square that each has to itself: darts never fill the plane to the last place.
    const own = side / Math.sqrt(xs.length);
    return {
      reach: ROUND_REACH * own,
      largest: { area: own * own, wide: own, high: own },
      sitesIn({ left, top, right, bottom }) {
        const sites: Site[] = [];
        const first = Math.floor((left - box.left) / side);
        const last = Math.floor((right - box.left) / side);
        for (let j = Math.floor((top - box.top) / side); j <= Math.floor((bottom - box.top) / side); j++) {
          for (let i = first; i <= last; i++) {
            for (let k = 0; k < xs.length; k++) {
              const [x, y] = [box.left + i * side + xs[k]!, box.top + j * side + ys[k]!];
              if (x < left || y < top || x >= right || y >= bottom) continue;
              sites.push(roundSite(j, i * xs.length + k, x, y, own));
            }
          }
        }
        return sites;
      },
    };
  },
};
