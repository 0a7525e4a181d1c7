import { linearOfHex } from '../colour/srgb.ts';
import type { Pass } from './types.ts';

/** A pass as far as its print's colours go. */
export type Printed = Pick<Pass, 'ink' | 'screen'>;

/** Share of the light that an ink lets through at full strength, by channel. */
const letsThrough = (colour: string, opacity: number): number[] =>
  linearOfHex(colour).map((c) => 1 - opacity * (1 - c));

/**
 * Light that each value of a pass's plate lets through: three numbers a value. One-bit plates have
 * two values, bare and inked; levels are even steps between these; a palette's colours stand for
 * themselves.
 */
export function inkLevels({ ink, screen }: Printed): Float64Array {
  const { family, grain } = screen;
  if (family === 'grain' && grain.prints === 'palette') {
    return Float64Array.from(grain.palette.flatMap((colour) => letsThrough(colour, ink.opacity)));
  }
  const levels = family === 'grain' && grain.prints === 'levels' ? grain.levels : 2;
  const full = letsThrough(ink.colour, ink.opacity);
  return Float64Array.from(
    { length: 3 * levels },
    (_, k) => 1 - (Math.floor(k / 3) / (levels - 1)) * (1 - full[k % 3]!),
  );
}

/** How much ink each value of a pass's plate stands for, 0..1: for palettes, how dark the colour is. */
export function inkShares(pass: Printed): Float64Array {
  const lights = inkLevels(pass);
  const { family, grain } = pass.screen;
  const count = lights.length / 3;
  if (family === 'grain' && grain.prints === 'palette') {
    return Float64Array.from(
      { length: count },
      (_, k) => 1 - (0.2126 * lights[3 * k]! + 0.7152 * lights[3 * k + 1]! + 0.0722 * lights[3 * k + 2]!),
    );
  }
  return Float64Array.from({ length: count }, (_, k) => k / (count - 1));
}

/** Whether a pass's plate has one bit a pixel. */
export const oneBit = ({ screen: { family, grain } }: Printed): boolean =>
  family !== 'grain' || grain.prints === 'ink' || (grain.prints === 'levels' && grain.levels === 2);
