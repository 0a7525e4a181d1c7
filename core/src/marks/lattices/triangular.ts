import { modulo } from '../../math/integers.ts';
import type { LatticeKind } from './kind.ts';
import { rowLattice } from './rows.ts';

/** From its centroid a triangle reaches two thirds of its height to its tip and one third to its base. */
const UP = [
  [0, -2 / 3],
  [1, 1 / 3],
  [-1, 1 / 3],
] as const;
const DOWN = [
  [0, 2 / 3],
  [-1, -1 / 3],
  [1, -1 / 3],
] as const;

const isDown = (column: number, row: number): boolean => modulo(column + row, 2) === 1;

export const triangular: LatticeKind = {
  name: 'triangular',
  label: 'Triangular',
  group: 'Rows',
  about: 'Triangles that stand on their base and on their tip by turns, so that they fill the sheet.',
  counted: true,
  centred: false,
  chance: false,
  make(asked) {
    const { box, pitch, counts } = asked;
    const [width, height] = [box.right - box.left, box.bottom - box.top];
    // Triangles of a row overlap by half: so many and one more half make its width.
    const px = counts ? width / (counts.across + 1) : pitch / Math.sqrt(3);
    const even = px * Math.sqrt(3);
    const down = counts?.down || Math.max(1, Math.ceil(height / even - 1e-9));
    return rowLattice(asked, {
      px,
      py: counts?.down ? height / counts.down : counts ? even : pitch,
      counts: counts && { across: () => counts.across, down },
      shift: () => (counts ? 0.5 : 0),
      down: (column, row) => (isDown(column, row) ? 1 / 3 : 2 / 3),
      flipped: isDown,
      corners: (column, row) => (isDown(column, row) ? DOWN : UP),
      area: 1,
      same: [2, 1],
    });
  },
};
