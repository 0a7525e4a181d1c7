import { blendModeOf } from '../colour/blend/index.ts';
import type { BlendMode } from '../colour/blend/mode.ts';
import { luminance } from '../colour/luminance.ts';
import { linearOfHex } from '../colour/srgb.ts';
import type { Pass } from '../document/types.ts';
import { isColoured } from '../ink/colouring-params.ts';
import { printedInk } from '../ink/printed-ink.ts';
import { printsOf } from './plate-values.ts';

/** A pass as far as the colours of its print go. */
export type Printed = Pick<Pass, 'ink' | 'fills'> & Partial<Pick<Pass, 'colouring'>>;

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
  const { values, palette, artwork } = printsOf(pass);
  return !palette && !artwork && values.length === 2;
}

/** The blend mode by which a pass meets what lies under it; undefined where it is laid as ink. */
export const blendOf = ({ ink }: Pick<Pass, 'ink'>): BlendMode | undefined => blendModeOf(ink.meets);

/** Whether a pass prints one bit in one colour: of such passes alone, each combination has one colour on a flat stock. */
export const isFlatColour = (pass: Printed): boolean => oneBit(pass) && !(pass.colouring && isColoured(pass.colouring));

/** Whether such a pass is laid as ink, by multiplying and adding light. */
export const isPlainInk = (pass: Printed): boolean => isFlatColour(pass) && !blendOf(pass);

/** Says why a press cannot print a pass as it stands, in one sentence that names it; null if it can. */
export function pressFault(pass: Printed & Pick<Pass, 'name'>): string | null {
  const blend = blendOf(pass);
  if (!printsOf(pass).screened)
    return `${pass.name} prints smooth, without a screen; a press cannot print that, so give it a screen or hide it.`;
  if (!oneBit(pass))
    return `${pass.name} prints levels or a palette; a press takes one bit a pixel, so give it one ink.`;
  if (blend)
    return `${pass.name} meets what lies beneath by the blend mode ${blend.label}; a press cannot do that, so let it overprint or hide it.`;
  if (pass.colouring && isColoured(pass.colouring))
    return `${pass.name} is tinted; a press prints it in one ink, so take the tint away or hide it.`;
  return null;
}
