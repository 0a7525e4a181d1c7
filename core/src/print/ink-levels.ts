import { luminance } from '../colour/luminance.ts';
import { linearOfHex } from '../colour/srgb.ts';
import { fillOf } from '../document/fills.ts';
import type { Pass } from '../document/types.ts';
import { printedInk } from '../ink/printed-ink.ts';
import { screenPrints } from '../screen/compile-screen.ts';

/** A pass as far as the colours of its print go. */
export type Printed = Pick<Pass, 'ink' | 'fills'>;

/** What the plate of a pass holds. */
export const printsOf = (pass: Pick<Pass, 'fills'>) => screenPrints(fillOf(pass).screen);

/**
 * What each value of a pass's plate does to the light of what lies under it: it lets `through` a share and `adds`
 * light on top, three numbers a value each. One-bit plates have two values, bare and inked; levels are even steps
 * between these; the colours of a palette stand for themselves.
 */
export function inkLayers(pass: Printed): { readonly through: Float64Array; readonly adds: Float64Array } {
  const { levels, palette } = printsOf(pass);
  if (palette) {
    const layers = palette.map((colour) => printedInk(pass.ink, linearOfHex(colour)));
    return {
      through: Float64Array.from(layers.flatMap((l) => [...l.through])),
      adds: Float64Array.from(layers.flatMap((l) => [...l.adds])),
    };
  }
  const full = printedInk(pass.ink);
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
  const length = lights.length / 3;
  if (!printsOf(pass).palette) return Float64Array.from({ length }, (_, k) => k / (length - 1));
  return Float64Array.from({ length }, (_, k) => 1 - luminance(lights[3 * k]!, lights[3 * k + 1]!, lights[3 * k + 2]!));
}

/** Whether a pass's plate has one bit a pixel. */
export function oneBit(pass: Pick<Pass, 'fills'>): boolean {
  const { levels, palette } = printsOf(pass);
  return !palette && levels === 2;
}
