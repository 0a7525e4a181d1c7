import type { ReliefKind } from './kind.ts';

const PLATE = 0.45;
const KNOB = 0.62;
/** Width of the rounded edges of plate and knob. */
const EDGE = 0.06;

/** 0 outside, 1 inside, a rounded edge between. */
const rise = (inside: number): number => {
  const t = Math.min(1, Math.max(0, inside / EDGE));
  return Math.sqrt(1 - (1 - t) * (1 - t));
};

export const stud: ReliefKind = {
  name: 'stud',
  label: 'Stud',
  about: 'A square plate with a round knob.',
  shape: 'polygon',
  height(x, y) {
    const plate = PLATE * rise(1 - Math.max(Math.abs(x), Math.abs(y)));
    const knob = rise(KNOB - Math.sqrt(x * x + y * y));
    return plate + (1 - PLATE) * knob;
  },
};
