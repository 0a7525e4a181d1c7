import { ciede2000 } from '../colour/ciede2000.ts';
import { type Lab, labOfLight } from '../colour/lab.ts';
import { decodeSrgb, encodeSrgb, type LinearRgb } from '../colour/srgb.ts';
import { blocksOf, coloursOfAreas } from './area-colours.ts';
import { type CoverageTable, coverageTable } from './coverage-table.ts';
import { liesBetween } from './lies-between.ts';
import { lightAt, overprintLights } from './overprint-lights.ts';
import { type FlatBin, flatBins, flatColours } from './flat-colours.ts';
import { inksOfColours } from './inks-of-colours.ts';
import type { ScanPixels } from './pixels.ts';
import type { Rgb } from './spectrum-peaks.ts';

/** An ink of a scan. */
export interface ScanInk {
  /** Light of its solid on the stock of the scan. */
  readonly light: LinearRgb;
  readonly lab: Lab;
  /** Number of the screen whose colour it has; null if none has. */
  readonly screen: number | null;
  /** Area that it covers by itself and with others, 0..1. */
  readonly area: number;
  /** Area that it covers by itself alone. */
  readonly alone: number;
}

/** What a regular screen tells of its ink: the hue of its density, and how strong it is. */
export interface InkScreen {
  readonly channels: Rgb;
  readonly power: number;
}

export interface ScanInks {
  readonly stock: LinearRgb;
  readonly inks: readonly ScanInk[];
  /** Light of every combination by the inks alone, three values a code: the light that each lets through, multiplied. */
  readonly lights: Float64Array;
  /** The same as the scan shows it, where it shows the combination. */
  readonly printed: Float64Array;
  /** Area of every combination, 0..1. */
  readonly areas: Float64Array;
  readonly table: CoverageTable;
  /** Share of the flat places of the scan whose colour no combination comes near, 0..1. */
  readonly unexplained: number;
}

const ROUNDS = 3;
/** Inks nearer to each other than this are one. */
const SAME = 7;
/** An ink covers at least this share of the scan. */
const LEAST_AREA = 0.004;

/** Cells of so many pixels show their colours pure; in smaller ones those run into each other. */
const PURE = 22;
const MIXED = 7.5;

/** Encoded lightness, which files keep at full resolution while hue is blurred (ITU-R BT.601, as JPEG has it). */
const luma = (light: LinearRgb): number => {
  const [r, g, b] = light.map((v) => encodeSrgb(Math.min(1, Math.max(0, v)))) as [number, number, number];
  return 0.299 * r + 0.587 * g + 0.114 * b;
};

/**
 * Light of an ink from what flat places show and from the areas that it covers: a flat place is as dark as the ink, and its
 * hue is that of the areas, since scanners and files blur hue more than lightness.
 */
function inkLight(stock: LinearRgb, flat: LinearRgb, areas: LinearRgb, cell: number): LinearRgb {
  const trust = Math.min(1, Math.max(0, (cell - MIXED) / (PURE - MIXED)));
  if (trust === 1) return flat;
  const aim = luma(flat);
  const along = (reach: number) =>
    [0, 1, 2].map((c) => Math.min(1, Math.max(0, stock[c]! + reach * (areas[c]! - stock[c]!)))) as [
      number,
      number,
      number,
    ];
  let [low, high] = [0.7, 1.8];
  for (let n = 0; n < 20; n++) {
    const middle = (low + high) / 2;
    if (luma(along(middle)) > aim) low = middle;
    else high = middle;
  }
  const far = along(low);
  return [0, 1, 2].map((c) => trust * flat[c]! + (1 - trust) * far[c]!) as [number, number, number];
}

/** Light of the stock: between small dots it is nowhere pure, and then the areas tell how much lighter it is. */
function stockLight(flat: LinearRgb, areas: LinearRgb, cell: number): LinearRgb {
  const trust = Math.min(1, Math.max(0, (cell - MIXED) / (PURE - MIXED)));
  return flat.map((v, c) => trust * v + (1 - trust) * Math.max(v, areas[c]!)) as [number, number, number];
}

/** An overprint on so much of a scan is believed by half. */
const SEEN_OVERPRINT = 0.01;

/** Inks as dark as this (encoded) are black, and their hue in a scan is mostly noise; those from DARK on have one. */
const BLACK = 0.14;
const DARK = 0.2;

/** The light of an ink; of black, most of its hue is taken off. */
function withoutNoise(light: LinearRgb): LinearRgb {
  const grey = luma(light);
  const take = 0.7 * Math.min(1, Math.max(0, (DARK - grey) / (DARK - BLACK)));
  return light.map((v) => decodeSrgb((1 - take) * encodeSrgb(v) + take * grey)) as [number, number, number];
}

/** Light of all combinations of inks, and the areas of these. */
function refined(scan: ScanPixels, flatStock: LinearRgb, through: readonly LinearRgb[], cell: number) {
  const block = Math.max(8, Math.min(32, Math.round(cell)));
  let stock = flatStock;
  const flat = overprintLights(stock, through);
  let lights = flat;
  let printed = flat;
  let areas = new Float64Array(1 << through.length);
  let table = coverageTable(lights, through.length);
  for (let round = 0; round < ROUNDS; round++) {
    const blocks = blocksOf(scan, table, block);
    const seen = coloursOfAreas(blocks, lights);
    areas = new Float64Array(blocks.codes);
    for (let n = 0; n < blocks.count; n++) {
      for (let code = 0; code < blocks.codes; code++)
        areas[code]! += blocks.shares[n * blocks.codes + code]! / blocks.count;
    }
    stock = stockLight(flatStock, lightAt(seen, 0), cell);
    const shares = through.map((_, k): LinearRgb => {
      const light = withoutNoise(inkLight(stock, lightAt(flat, 1 << k), lightAt(seen, 1 << k), cell));
      const share = (c: 0 | 1 | 2) => Math.min(1, light[c] / Math.max(0.01, stock[c]));
      return [share(0), share(1), share(2)];
    });
    lights = overprintLights(stock, shares);
    // Inks on each other often print lighter than their product: what the scan shows of an overprint counts.
    printed = lights.map((v, n) => {
      const code = Math.floor(n / 3);
      const trust = (code & (code - 1)) === 0 ? 0 : areas[code]! / (areas[code]! + SEEN_OVERPRINT);
      return trust * seen[n]! + (1 - trust) * v;
    });
    table = coverageTable(lights, through.length);
  }
  return { lights, printed, areas, table };
}

/** A screen that is weaker than this share of others may be no screen but their ripple, or a part of one of them. */
const WEAK = 0.5;

/** Codes of all combinations of two of the inks and more. */
function overprintsOf(inks: readonly number[]): number[] {
  const all = inks.reduce((code, k) => code | (1 << k), 0);
  return Array.from({ length: all + 1 }, (_, code) => code).filter(
    (code) => (code & ~all) === 0 && (code & (code - 1)) !== 0,
  );
}

/** An overprint covers no more than so many times the area that its inks share by chance. */
const SHARED = 2.5;

/**
 * True where an area is what some inks share anyhow: of three inks and more together, since their overprint is as black as a
 * black ink of its own. Two of them make a colour that a further ink seldom has.
 */
function isByChance(code: number, area: number, areaOf: (ink: number) => number): boolean {
  let [inks, shared] = [0, 1];
  for (let k = 0; code >> k; k++) {
    if (!((code >> k) & 1)) continue;
    inks++;
    shared *= areaOf(k);
  }
  return inks < 3 || area < SHARED * shared;
}

/**
 * Numbers of the inks that are not another one again, and not a tint or an overprint of others whose ripple looked like a
 * screen. `powers`: of the screens of the inks; infinite of inks that were told by their colour alone.
 */
function distinct(lights: Float64Array, areas: Float64Array, powers: readonly number[]): number[] {
  const inks = powers.length;
  const labs = Array.from({ length: 1 << inks }, (_, code) => labOfLight(lightAt(lights, code)));
  const lab = (k: number) => labs[1 << k]!;
  const area = (k: number) => areas.reduce((sum, a, code) => sum + ((code >> k) & 1 ? a : 0), 0);
  const kept: number[] = [];
  const strongestFirst = powers.map((_, k) => k).sort((a, b) => powers[b]! - powers[a]! || a - b);
  for (const k of strongestFirst) {
    if (area(k) < LEAST_AREA || ciede2000(lab(k), labs[0]!) < SAME) continue;
    if (kept.some((other) => ciede2000(lab(k), lab(other)) < SAME)) continue;
    const stronger = kept.filter((other) => powers[k]! < WEAK * powers[other]!);
    if (stronger.some((other) => liesBetween(lab(k), labs[0]!, lab(other)))) continue;
    if (overprintsOf(stronger).some((code) => ciede2000(lab(k), labs[code]!) < SAME && isByChance(code, area(k), area)))
      continue;
    kept.push(k);
  }
  return kept.sort((a, b) => a - b);
}

/** A colour further than this from all combinations (CIEDE2000) is not explained by them. */
const FAR = 14;

function unexplainedOf(bins: readonly FlatBin[], printed: Float64Array): number {
  const labs = Array.from({ length: printed.length / 3 }, (_, code) => labOfLight(lightAt(printed, code)));
  let [far, all] = [0, 0];
  for (const { lab, weight } of bins) {
    all += weight;
    if (labs.every((known) => ciede2000(known, lab) > FAR)) far += weight;
  }
  return all === 0 ? 0 : far / all;
}

/** What is told of a scan that shows nothing but its stock. */
const bareStock = (stock: LinearRgb): ScanInks => ({
  stock,
  inks: [],
  lights: Float64Array.from(stock),
  printed: Float64Array.from(stock),
  areas: Float64Array.of(1),
  table: { inks: 0, values: new Float32Array(0) },
  unexplained: 0,
});

/**
 * Finds stock and inks of a scan. `screens`: the regular screens that it shows; `cell`: pixels of the smallest
 * cell.
 */
export function findInks(scan: ScanPixels, screens: readonly InkScreen[], cell: number): ScanInks {
  const bins = flatBins(scan);
  const { stock, inks } = inksOfColours(
    bins,
    flatColours(bins),
    screens.map(({ channels }) => channels),
  );
  if (inks.length === 0) return bareStock(stock);
  let through = inks.map((ink) => ink.through);
  let screenOf = inks.map((ink) => ink.screen);
  for (;;) {
    const { lights, printed, areas, table } = refined(scan, stock, through, cell);
    const kept = distinct(
      lights,
      areas,
      screenOf.map((n) => (n === null ? Infinity : screens[n]!.power)),
    );
    if (kept.length === through.length) {
      return {
        stock: lightAt(lights, 0),
        lights,
        printed,
        unexplained: unexplainedOf(bins, printed),
        areas,
        table,
        inks: through.map((_, k) => {
          const light = lightAt(lights, 1 << k);
          const area = areas.reduce((sum, a, code) => sum + ((code >> k) & 1 ? a : 0), 0);
          return { light, lab: labOfLight(light), screen: screenOf[k]!, area, alone: areas[1 << k]! };
        }),
      };
    }
    if (kept.length === 0) return bareStock(stock);
    through = kept.map((k) => through[k]!);
    screenOf = kept.map((k) => screenOf[k]!);
  }
}
