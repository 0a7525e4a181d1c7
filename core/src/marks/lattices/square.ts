import type { LatticeKind } from './kind.ts';
import { rowLattice } from './rows.ts';

/** Corners of a rectangle from its middle, in columns and rows. */
export const RECTANGLE = [
  [-0.5, -0.5],
  [0.5, -0.5],
  [0.5, 0.5],
  [-0.5, 0.5],
] as const;

/** Rows and columns of rectangles: `across` of them and `down`, or as many as fill the box. */
export const rectangles = (
  width: number,
  height: number,
  pitch: number,
  counts: { across: number; down: number } | null,
) => {
  if (!counts) return { px: pitch, py: pitch, down: 0 };
  const px = width / counts.across;
  // Without a count down cells are square, and a last row that is cut fills the sheet.
  const down = counts.down || Math.max(1, Math.ceil(height / px - 1e-9));
  return { px, py: counts.down ? height / counts.down : px, down };
};

export const square: LatticeKind = {
  name: 'square',
  label: 'Square',
  group: 'Rows',
  about: 'Rows and columns at right angles.',
  counted: true,
  centred: false,
  chance: false,
  make(asked) {
    const { box, pitch, counts } = asked;
    const { px, py, down } = rectangles(box.right - box.left, box.bottom - box.top, pitch, counts);
    return rowLattice(asked, {
      px,
      py,
      counts: counts && { across: () => counts.across, down },
      shift: () => 0,
      down: () => 0.5,
      flipped: () => false,
      corners: () => RECTANGLE,
      area: 1,
      same: [1, 0],
    });
  },
};
