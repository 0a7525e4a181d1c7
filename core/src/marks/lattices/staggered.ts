import { modulo } from '../../math/integers.ts';
import type { LatticeKind } from './kind.ts';
import { rowLattice } from './rows.ts';
import { RECTANGLE, rectangles } from './square.ts';

export const staggered: LatticeKind = {
  name: 'staggered',
  label: 'Staggered',
  group: 'Rows',
  about: 'Every second row is moved along by half a cell; counted, it holds one mark less.',
  counted: true,
  centred: false,
  chance: false,
  make(asked) {
    const { box, pitch, counts } = asked;
    const { px, py, down } = rectangles(box.right - box.left, box.bottom - box.top, pitch, counts);
    return rowLattice(asked, {
      px,
      py,
      counts: counts && { across: (row) => counts.across - modulo(row, 2), down },
      shift: (row) => modulo(row, 2) / 2,
      down: () => 0.5,
      flipped: () => false,
      corners: () => RECTANGLE,
      area: 1,
      same: [1, 0.5],
    });
  },
};
