import { modulo } from '../../math/integers.ts';
import type { LatticeKind } from './kind.ts';
import { rowLattice } from './rows.ts';

/** A hexagon with a corner above: two thirds of a row up, half a column to the side. */
const CORNERS = [
  [0, -2 / 3],
  [0.5, -1 / 3],
  [0.5, 1 / 3],
  [0, 2 / 3],
  [-0.5, 1 / 3],
  [-0.5, -1 / 3],
] as const;

/** Columns beside rows where all six neighbours are at one distance. */
const COLUMN = 2 / Math.sqrt(3);

export const hexagonal: LatticeKind = {
  name: 'hexagonal',
  label: 'Hexagonal',
  group: 'Rows',
  about: 'Each cell has six neighbours at one distance; counted, every second row holds one mark less.',
  counted: true,
  centred: false,
  chance: false,
  make(asked) {
    const { box, pitch, counts } = asked;
    const [width, height] = [box.right - box.left, box.bottom - box.top];
    const px = counts ? width / counts.across : pitch * COLUMN;
    const even = px / COLUMN;
    const down = counts?.down || Math.max(1, Math.ceil(height / even - 1 / 3 - 1e-9));
    // The corners of the first and the last row reach a sixth of a row beyond it.
    const py = counts?.down ? height / (counts.down + 1 / 3) : even;
    return rowLattice(asked, {
      px,
      py,
      counts: counts && { across: (row) => counts.across - modulo(row, 2), down },
      shift: (row) => modulo(row, 2) / 2,
      down: () => 2 / 3,
      flipped: () => false,
      corners: () => CORNERS,
      area: 1,
      same: [1, 0.5],
    });
  },
};
