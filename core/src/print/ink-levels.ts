import { linearOfHex } from '../colour/srgb.ts';
import { printedInk } from '../ink/printed-ink.ts';
import type { Pass } from '../document/types.ts';

/** A pass as far as its print's colours go. */
export type Printed = Pick<Pass, 'ink' | 'screen'>;

/**
 * What each value of a pass's plate does to the light of what lies under it: it lets through `through` and
 * puts `adds` on top, three numbers a value each. One-bit plates have two values, bare and inked; levels are
 * even steps between these; a palette's colours stand for themselves.
 */
export function inkLayers({ ink, screen }: Printed): { readonly through: Float64Array; readonly adds: Float64Array } {
  const { family, grain } = screen;
  if (family === 'grain' && grain.prints === 'palette') {
    const layers = grain.palette.map((colour) => printedInk(ink, linearOfHex(colour)));
    return {
      through: Float64Array.from(layers.flatMap((l) => [...l.through])),
      adds: Float64Array.from(layers.flatMap((l) => [...l.adds])),
    };
  }
  const levels = family === 'grain' && grain.prints === 'levels' ? grain.levels : 2;
  const full = printedInk(ink);
  const length = 3 * levels;
  const share = (k: number) => Math.floor(k / 3) / (levels - 1);
  return {
    through: Float64Array.from({ length }, (_, k) => 1 - share(k) * (1 - full.through[k % 3]!)),
    adds: Float64Array.from({ length }, (_, k) => share(k) * full.adds[k % 3]!),
  };
}

/** Light that each value of a pass's plate lets through on white: three numbers a value. */
export function inkLevels(pass: Printed): Float64Array {
  const { through, adds } = inkLayers(pass);
  return through.map((v, k) => v + adds[k]!);
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
