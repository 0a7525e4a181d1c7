import { spiralPoints } from '../../math/points.ts';
import type { LatticeKind } from './kind.ts';
import { listedLattice } from './listed.ts';
import { ROUND_REACH, roundSite } from './points.ts';

export const spiral: LatticeKind = {
  name: 'spiral',
  label: 'Spiral',
  group: 'Round a centre',
  about: 'Marks wind outwards by the golden angle, as seeds do in a sunflower.',
  counted: false,
  centred: true,
  chance: false,
  make({ box, pitch, angle, cx, cy }) {
    const at = { x: box.left, y: box.top, width: box.right - box.left, height: box.bottom - box.top };
    const { xs, ys } = spiralPoints(at, { x: cx, y: cy }, pitch, (angle * 180) / Math.PI);
    return listedLattice({
      xs,
      ys,
      reach: ROUND_REACH * pitch,
      largest: { area: pitch * pitch, wide: pitch, high: pitch },
      siteOf: (k) => roundSite(0, k, xs[k]!, ys[k]!, pitch),
    });
  },
};
