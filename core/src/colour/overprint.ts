import { byteOfLight, type LinearRgb } from './srgb.ts';

/** An ink as it prints: its colour on white, in linear light, and its opacity 0..1. */
export interface PrintedInk {
  readonly colour: LinearRgb;
  readonly opacity: number;
}

/**
 * Colour of every combination of inks on a stock: entry `code` has the inks whose bits are set,
 * printed in order. A transparent ink multiplies the light that comes back from what lies under it.
 * Returns 2^n linear triples in a row, n inks at most 8.
 */
export function overprintColours(stock: LinearRgb, inks: readonly PrintedInk[]): Float64Array {
  const colours = new Float64Array(3 * 2 ** inks.length);
  for (let code = 0; code < 2 ** inks.length; code++) {
    for (let c = 0; c < 3; c++) {
      let light = stock[c]!;
      inks.forEach((ink, k) => {
        if (code & (1 << k)) light *= 1 - ink.opacity * (1 - ink.colour[c]!);
      });
      colours[3 * code + c] = light;
    }
  }
  return colours;
}

/** The same as 8-bit sRGB bytes, three a code. */
export function overprintBytes(stock: LinearRgb, inks: readonly PrintedInk[]): Uint8Array {
  return Uint8Array.from(overprintColours(stock, inks), byteOfLight);
}
