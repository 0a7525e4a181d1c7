import { power } from '../../math/exact.ts';
import { ringLattice } from './around.ts';
import type { LatticeKind } from './kind.ts';

/** How many times as wide as the one within it a ring is whose cells are as high as they are wide in their middle. */
export function ringGrowth(cells: number): number {
  const w = Math.PI / cells;
  return (1 + w) / (1 - Math.min(0.9, w));
}

export const spokes: LatticeKind = {
  name: 'spokes',
  label: 'Spokes',
  group: 'Round a centre',
  about: 'Rings around a centre with the same number of cells in each, which stand in rays.',
  counted: false,
  centred: true,
  chance: false,
  make(asked) {
    const { pitch, inner, spokes: cells, growing } = asked;
    if (!growing) {
      return ringLattice(asked, (k) => ({ from: inner + k * pitch, to: inner + (k + 1) * pitch, cells }));
    }
    const grown = ringGrowth(cells);
    const first = inner > 0 ? inner : pitch / (grown - 1);
    return ringLattice(asked, (k) => ({ from: first * power(grown, k), to: first * power(grown, k + 1), cells }));
  },
};
