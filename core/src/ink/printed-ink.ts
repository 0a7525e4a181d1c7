import { lightOfLab } from '../colour/lab.ts';
import { type KnownOverprint, overprintColours, overprintLayers, type PrintedInk } from '../colour/overprint.ts';
import { type LinearRgb, linearOfHex } from '../colour/srgb.ts';
import type { Ink, Stock } from './types.ts';

/** Light of bare stock. */
export const stockLight = ({ measured, colour }: Pick<Stock, 'measured' | 'colour'>): LinearRgb =>
  measured ? lightOfLab(measured) : linearOfHex(colour);

const share = (a: LinearRgb, b: LinearRgb): LinearRgb => [a[0] / b[0], a[1] / b[1], a[2] / b[2]];

/** Light of an ink's solid on perfect white. */
export const solidLight = ({ measured, colour }: Pick<Ink, 'measured' | 'colour'>): LinearRgb =>
  measured ? share(lightOfLab(measured.lab), lightOfLab(measured.stock)) : linearOfHex(colour);

/** What an ink, or one of its colours, does to the light of what lies under it. */
export function printedInk(ink: Ink, solid: LinearRgb = solidLight(ink)): PrintedInk {
  const { strength: s, opacity: o } = ink;
  if (ink.meets === 'light') return { through: [1, 1, 1], adds: [s * solid[0], s * solid[1], s * solid[2]] };
  const through = (c: number) => 1 - s * (1 - (1 - o) * c);
  return {
    through: [through(solid[0]), through(solid[1]), through(solid[2])],
    adds: [s * o * solid[0], s * o * solid[1], s * o * solid[2]],
  };
}

/** Measured overprints that these inks, in print order, can make. */
export function knownOverprints(stock: Pick<Stock, 'overprints'>, inks: readonly Ink[]): KnownOverprint[] {
  const plain = (ink: Ink) => ink.opacity === 0 && ink.strength === 1 && ink.meets === 'overprint' && ink.measured;
  return stock.overprints.flatMap(({ inks: names, lab, stock: on }) => {
    const places = names.map((name) => inks.findIndex((ink) => ink.name === name && plain(ink)));
    if (places.length < 2 || places.includes(-1)) return [];
    const code = places.reduce((bits, k) => bits | (1 << k), 0);
    return [{ code, through: share(lightOfLab(lab), lightOfLab(on)) }];
  });
}

/** Light of every overprint of some inks on a sheet's stock; it may lie outside 0..1. */
export const sheetLights = ({ stock }: { readonly stock: Stock }, inks: readonly Ink[]): Float64Array =>
  overprintColours(
    stockLight(stock),
    inks.map((ink) => printedInk(ink)),
    knownOverprints(stock, inks),
  );

/** What every overprint of some inks does to the light of what lies under it, measured overprints of a stock included. */
export const inkOverprints = (stock: Pick<Stock, 'overprints'>, inks: readonly Ink[]) =>
  overprintLayers(
    inks.map((ink) => printedInk(ink)),
    knownOverprints(stock, inks),
  );
