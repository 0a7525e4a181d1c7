/** A well-mixed 32-bit number from three whole numbers, the same in every engine (integer operations only). */
export function hash32(a: number, b: number, c: number): number {
  let h = Math.imul(a | 0, 0x9e3779b1) ^ Math.imul(b | 0, 0x85ebca77) ^ Math.imul(c | 0, 0xc2b2ae3d);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return (h ^ (h >>> 15)) >>> 0;
}

/** The same as a fraction, 0 <= x < 1. */
export const hashShare = (a: number, b: number, c: number): number => hash32(a, b, c) / 4294967296;
