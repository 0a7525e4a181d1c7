import { byteOfLight, type LinearRgb } from './srgb.ts';

/**
 * An ink as it prints, in linear light by channel: what lies under it times `through`, and `adds` on top. A
 * transparent ink only lets through, a covering one only adds, a lamp adds to all that is there.
 */
export interface PrintedInk {
  readonly through: LinearRgb;
  readonly adds: LinearRgb;
}

/** What several transparent inks together leave of the stock's light, as it was measured. */
export interface KnownOverprint {
  /** Bit k is ink k. */
  readonly code: number;
  readonly through: LinearRgb;
}

/**
 * What every combination of inks does to the light of what lies under all of them: entry `code` has the inks whose bits
 * are set, laid one on the other in print order. Where a combination, or a part of it, was measured, that part counts as
 * measured and only the other inks are laid on it. Returns 2^n triples in a row of each, n inks at most 12.
 */
export function overprintLayers(
  inks: readonly PrintedInk[],
  known: readonly KnownOverprint[] = [],
): { readonly through: Float64Array; readonly adds: Float64Array } {
  const through = new Float64Array(3 * (1 << inks.length));
  const adds = new Float64Array(through.length);
  const bits = (code: number) => inks.reduce((n, _, k) => n + ((code >> k) & 1), 0);
  const largestFirst = [...known].sort((a, b) => bits(b.code) - bits(a.code) || a.code - b.code);
  for (let code = 0; code < 1 << inks.length; code++) {
    const part = largestFirst.find((o) => (o.code & code) === o.code);
    for (let c = 0; c < 3; c++) {
      let [lets, gives] = [part ? part.through[c]! : 1, 0];
      inks.forEach((ink, k) => {
        if (!(code & ~(part?.code ?? 0) & (1 << k))) return;
        lets *= ink.through[c]!;
        gives = gives * ink.through[c]! + ink.adds[c]!;
      });
      through[3 * code + c] = lets;
      adds[3 * code + c] = gives;
    }
  }
  return { through, adds };
}

/**
 * Light of every combination of inks on a stock: entry `code` has the inks whose bits are set, laid one on
 * the other in print order. Where a combination, or a part of it, was measured, that part counts as
 * measured and only the other inks are laid on it. Returns 2^n linear triples in a row, n inks at most 12.
 */
export function overprintColours(
  stock: LinearRgb,
  inks: readonly PrintedInk[],
  known: readonly KnownOverprint[] = [],
): Float64Array {
  const colours = new Float64Array(3 * (1 << inks.length));
  const bits = (code: number) => inks.reduce((n, _, k) => n + ((code >> k) & 1), 0);
  const largestFirst = [...known].sort((a, b) => bits(b.code) - bits(a.code) || a.code - b.code);
  for (let code = 0; code < 1 << inks.length; code++) {
    const part = largestFirst.find((o) => (o.code & code) === o.code);
    for (let c = 0; c < 3; c++) {
      let light = part ? stock[c]! * part.through[c]! : stock[c]!;
      inks.forEach((ink, k) => {
        if (code & ~(part?.code ?? 0) & (1 << k)) light = light * ink.through[c]! + ink.adds[c]!;
      });
      colours[3 * code + c] = light;
    }
  }
  return colours;
}

/** Light as 8-bit sRGB bytes, three a code. */
export const displayColours = (lights: Float64Array): Uint8Array => Uint8Array.from(lights, byteOfLight);
