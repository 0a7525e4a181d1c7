import { luminance } from '../colour/luminance.ts';
import { linearOfHex } from '../colour/srgb.ts';
import type { Pass } from '../document/types.ts';
import { printedInk } from '../ink/printed-ink.ts';
import { printsOf } from './plate-values.ts';

/** A pass as far as the colours of its print go. */
export type Printed = Pick<Pass, 'ink' | 'fills'>;

/**
 * What each value of a pass's plate does to the light of what lies under it: it lets `through` a share and `adds`
 * light on top, three numbers a value each. Shares of ink are steps between bare and inked; the colours of a palette
 * stand for themselves.
 */
export function inkLayers(pass: Printed): { readonly through: Float64Array; readonly adds: Float64Array } {
  const full = printedInk(pass.ink);
  const layers = printsOf(pass).values.map((value) => {
    if ('colour' in value) return printedInk(pass.ink, linearOfHex(value.colour));
    return {
      through: full.through.map((t) => 1 - value.ink * (1 - t)),
      adds: full.adds.map((a) => value.ink * a),
    };
  });
  return {
    through: Float64Array.from(layers.flatMap((l) => [...l.through])),
    adds: Float64Array.from(layers.flatMap((l) => [...l.adds])),
  };
}

/** Light that each value of a pass's plate lets through on white: three numbers a value. */
export function inkLevels(pass: Printed): Float64Array {
  const { through, adds } = inkLayers(pass);
  return through.map((v, k) => v + adds[k]!);
}

/** How much ink each value of a pass's plate stands for, 0..1: of a palette's colours, how dark they are. */
export function inkShares(pass: Printed): Float64Array {
  const lights = inkLevels(pass);
  return Float64Array.from(printsOf(pass).values, (value, k) =>
    'ink' in value ? value.ink : 1 - luminance(lights[3 * k]!, lights[3 * k + 1]!, lights[3 * k + 2]!),
  );
}

/** Whether a pass's plate has one bit a pixel. */
export function oneBit(pass: Pick<Pass, 'fills'>): boolean {
  const { values, palette } = printsOf(pass);
  return !palette && values.length === 2;
}
