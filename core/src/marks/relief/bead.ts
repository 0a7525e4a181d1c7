import type { ReliefKind } from './kind.ts';

/** Middle and half width of the ring that a bead is, in half widths of the piece. */
const MIDDLE = 0.64;
const HALF = 0.36;

export const bead: ReliefKind = {
  name: 'bead',
  label: 'Bead',
  about: 'A round bead seen from above, with its hole.',
  shape: 'ring',
  height(x, y) {
    const d = (Math.sqrt(x * x + y * y) - MIDDLE) / HALF;
    return d * d >= 1 ? 0 : Math.sqrt(1 - d * d);
  },
};
