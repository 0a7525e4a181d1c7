import { ciede2000 } from '../colour/ciede2000.ts';
import { type Lab, labOfLight } from '../colour/lab.ts';
import { decodeSrgb, encodeSrgb, type LinearRgb } from '../colour/srgb.ts';
import { densityOf, lightOfDensity } from './density.ts';
import type { FlatBin, FlatColour } from './flat-colours.ts';
import { liesBetween } from './lies-between.ts';
import { lightAt, overprintLights } from './overprint-lights.ts';
import type { Rgb } from './spectrum-peaks.ts';

/** Stock and inks of a scan, told from its flat colours and the hues of its screens. */
export interface FoundColours {
  readonly stock: LinearRgb;
  readonly inks: readonly {
    /** Share of light that it lets through, by channel, 0..1. */
    readonly through: LinearRgb;
    /** Number of the screen whose colour it has; null if none has. */
    readonly screen: number | null;
  }[];
}

/** Most inks of one scan. */
const MOST_INKS = 4;

const clamp = (x: number): number => Math.min(1, Math.max(0, x));
const lightOf = (encoded: ArrayLike<number>): LinearRgb => [
  decodeSrgb(encoded[0]! / 255),
  decodeSrgb(encoded[1]! / 255),
  decodeSrgb(encoded[2]! / 255),
];
const sizeOf = (d: ArrayLike<number>): number => Math.sqrt(d[0]! ** 2 + d[1]! ** 2 + d[2]! ** 2);
const cosineOf = (a: ArrayLike<number>, b: ArrayLike<number>): number =>
  (a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!) / (sizeOf(a) * sizeOf(b) + 1e-9);

/** Density of a colour over that of the stock. */
const over = (light: LinearRgb, stock: LinearRgb): Rgb => [
  densityOf(light[0]) - densityOf(stock[0]),
  densityOf(light[1]) - densityOf(stock[1]),
  densityOf(light[2]) - densityOf(stock[2]),
];

/** The stock: the lightest colour that is not a rarity. */
function stockOfColours(colours: readonly FlatColour[]): FlatColour {
  const frequent = colours.filter(({ share }) => share > 0.0005);
  return (frequent.length > 0 ? frequent : colours).reduce((a, b) => (b.lab[0] > a.lab[0] ? b : a));
}

/** How far in L*a*b* (as CIEDE2000) a flat colour may be from an overprint that explains it. */
const NEAR = 9;

interface Fit {
  readonly through: LinearRgb[];
  readonly weights: Float64Array;
  readonly means: Float64Array;
  readonly unexplained: Float64Array;
  readonly total: number;
}

/** Standard deviation in L*a*b* of the colours of one overprint. */
const SPREAD = 5;

/** L*a*b* of every combination of inks on a stock. */
function combinedLabs(stock: LinearRgb, through: readonly LinearRgb[]): Lab[] {
  const lights = overprintLights(stock, through);
  return Array.from({ length: 1 << through.length }, (_, code) => labOfLight(lightAt(lights, code)));
}

/**
 * Fits inks to the flat colours: each colour belongs to the overprints near it, and each ink is such that its overprints
 * come near to the colours that belong to them (expectation and maximisation, by turns).
 */
function fitted(bins: readonly FlatBin[], stock: LinearRgb, start: readonly LinearRgb[], rounds = 8): Fit {
  let through = start.map((t) => [...t] as [number, number, number]);
  const codes = 1 << start.length;
  let weights = new Float64Array(codes);
  let means = new Float64Array(3 * codes);
  let unexplained = new Float64Array(bins.length);
  let prior = new Float64Array(codes).fill(1 / codes);
  let total = 0;
  for (let round = 0; round < rounds; round++) {
    const labs = combinedLabs(stock, through);
    weights = new Float64Array(codes);
    means = new Float64Array(3 * codes);
    unexplained = new Float64Array(bins.length);
    total = 0;
    const shares = new Float64Array(codes);
    bins.forEach(({ lab, encoded, weight }, n) => {
      let sum = 0.02 * Math.exp(-4.5);
      for (let code = 0; code < codes; code++) {
        const at = labs[code]!;
        const d = (lab[0] - at[0]) ** 2 + (lab[1] - at[1]) ** 2 + (lab[2] - at[2]) ** 2;
        shares[code] = (prior[code]! + 0.01) * Math.exp(-d / (2 * SPREAD * SPREAD));
        sum += shares[code]!;
      }
      let known = 0;
      for (let code = 0; code < codes; code++) {
        const w = (weight * shares[code]!) / sum;
        known += shares[code]! / sum;
        weights[code]! += w;
        for (let c = 0; c < 3; c++) means[3 * code + c]! += w * encoded[c]!;
      }
      unexplained[n] = weight * (1 - known);
      total += weight;
    });
    for (let code = 0; code < codes; code++) {
      for (let c = 0; c < 3; c++) means[3 * code + c]! /= weights[code]! + 1e-12;
    }
    prior = weights.map((w) => w / total);
    through = through.map(
      (_, k) =>
        [0, 1, 2].map((c) => bestShare({ stock, through, weights, means, total }, k, c, start[k]![c]!)) as [
          number,
          number,
          number,
        ],
    );
  }
  return { through, weights, means, unexplained, total };
}

interface Seen {
  readonly stock: LinearRgb;
  readonly through: readonly LinearRgb[];
  readonly weights: Float64Array;
  readonly means: Float64Array;
  readonly total: number;
}

/** How much the first guess of an ink counts, as a share of all flat places. */
const FIRST_GUESS = 3e-4;

/** The share of light that ink k lets through in a channel, by which its overprints come nearest to what was seen. */
function bestShare({ stock, through, weights, means, total }: Seen, k: number, c: number, guess: number): number {
  const rest: number[] = [stock[c]!];
  const seen: number[] = [encodeSrgb(clamp(stock[c]! * guess))];
  const count: number[] = [FIRST_GUESS * total];
  for (let code = 0; code < weights.length; code++) {
    if (!((code >> k) & 1) || weights[code]! < 1e-5 * total) continue;
    let inks = 0;
    for (let b = code; b; b &= b - 1) inks++;
    rest.push(through.reduce((v, ink, n) => ((code >> n) & 1 && n !== k ? v * ink[c]! : v), stock[c]!));
    seen.push(means[3 * code + c]! / 255);
    // The ink alone says most; no broad area counts for more than a few hundredths of all.
    count.push(Math.min(weights[code]!, 0.02 * total) * 0.2 ** (inks - 1));
  }
  const now = through[k]![c]!;
  const misfit = (t: number) => {
    let sum = 0;
    for (let n = 0; n < rest.length; n++) sum += count[n]! * (encodeSrgb(clamp(rest[n]! * t)) - seen[n]!) ** 2;
    return sum;
  };
  let best = now;
  for (const step of [0.1, 0.03, 0.01, 0.003, 0.001]) {
    for (;;) {
      const next = [clamp(best - step), clamp(best + step)].find((t) => misfit(t) < misfit(best) - 1e-12);
      if (next === undefined) break;
      best = next;
    }
  }
  return best;
}

/** Density over the stock of the ink whose screen has a colour: from flat colours that have the same hue of density. */
function alongScreen(bins: readonly FlatBin[], stock: LinearRgb, channels: Rgb): LinearRgb | null {
  const places: { size: number; weight: number; d: Rgb }[] = [];
  for (const least of [0.99, 0.97, 0.94]) {
    places.length = 0;
    let all = 0;
    for (const { encoded, weight } of bins) {
      const d = over(lightOf(encoded), stock);
      const size = sizeOf(d);
      if (size < 0.2 || cosineOf(d, channels) < least) continue;
      places.push({ size, weight, d });
      all += weight;
    }
    if (places.length >= 6 && all > 0) break;
  }
  if (places.length === 0) return null;
  // The densest place of the sizes; light ones are edges of dots and count for less.
  let best = { height: -1, size: 0 };
  for (const { size } of places) {
    let height = 0;
    for (const p of places) height += p.weight * Math.exp(-(((p.size - size) / 0.08) ** 2) / 2);
    height *= size * size;
    if (height > best.height) best = { height, size };
  }
  const sum = [0, 0, 0];
  let total = 0;
  for (const { size, weight, d } of places) {
    const w = weight * Math.exp(-(((size - best.size) / 0.06) ** 2) / 2);
    total += w;
    for (let c = 0; c < 3; c++) sum[c]! += w * d[c]!;
  }
  return sum.map((v, c) => clamp(throughOf(v / total, stock[c]!))) as [number, number, number];
}

/** Share of light that a density over the stock lets through. */
const throughOf = (density: number, stock: number): number =>
  lightOfDensity(density + densityOf(stock)) / Math.max(1e-3, stock);

/**
 * Tells inks from the flat colours of a scan and from the colours of its screens. Screens say how many inks there are and
 * which hue each has; colours that no screen has are inks without a regular screen.
 */
export function inksOfColours(
  bins: readonly FlatBin[],
  colours: readonly FlatColour[],
  screens: readonly Rgb[],
): FoundColours {
  const stock = stockOfColours(colours).light;
  const start: LinearRgb[] = [];
  const screenOf: (number | null)[] = [];
  screens.slice(0, MOST_INKS).forEach((channels, n) => {
    const through = alongScreen(bins, stock, channels);
    if (!through) return;
    start.push(through);
    screenOf.push(n);
  });
  if (start.length === 0) {
    for (const through of fewestInks(colours, stock)) {
      start.push(through);
      screenOf.push(null);
    }
  }
  let fit = fitted(bins, stock, start);
  // Colours that stay unexplained are inks of their own, the most frequent first.
  while (screens.length > 0 && start.length < MOST_INKS) {
    const candidate = nextInk(colours, stock, fit);
    if (!candidate) break;
    start.push(candidate);
    screenOf.push(null);
    fit = fitted(bins, stock, [...fit.through, candidate]);
  }
  return { stock, inks: fit.through.map((through, k) => ({ through, screen: screenOf[k]! })) };
}

/** A colour that no overprint of the inks comes near, and that takes a part of the flat places. */
function nextInk(colours: readonly FlatColour[], stock: LinearRgb, fit: Fit): LinearRgb | null {
  const known = combinedLabs(stock, fit.through);
  const open = colours.filter(
    ({ share, lab, light }) =>
      share > 0.01 &&
      known.every((k) => ciede2000(k, lab) > NEAR) &&
      !between(lab, known) &&
      !mayBeOverprint(light, stock, fit.through),
  );
  const lost = fit.unexplained.reduce((a, b) => a + b, 0) / (fit.total || 1);
  const first = open[0];
  if (!first || (lost < 0.01 && fit.through.length > 0)) return null;
  return [0, 1, 2].map((c) => clamp(first.light[c]! / Math.max(1e-3, stock[c]!))) as [number, number, number];
}

/**
 * Whether light may be that of several inks together: at least as dark in every channel as each of them, and not darker than
 * their product. Inks on each other often print lighter than that.
 */
function mayBeOverprint(light: LinearRgb, stock: LinearRgb, through: readonly LinearRgb[]): boolean {
  const under = through.filter((ink) => ink.every((t, c) => light[c]! < stock[c]! * t + 0.03));
  if (under.length < 2) return false;
  return [0, 1, 2].every((c) => light[c]! > under.reduce((v, ink) => v * ink[c]!, stock[c]!) - 0.02);
}

/** Most colours of which inks without screens are chosen. */
const CANDIDATES = 10;
/** What an ink costs, against the square root of the share of a colour that is not explained. */
const INK_COST = 0.06;

/** The fewest colours that explain all others as their overprints, for scans without regular screens. */
function fewestInks(colours: readonly FlatColour[], stock: LinearRgb): LinearRgb[] {
  const base = labOfLight(stock);
  const seen = colours.filter(({ share, lab }) => share > 0.002 && ciede2000(lab, base) > NEAR).slice(0, CANDIDATES);
  const through = seen.map(
    ({ light }) => light.map((v, c) => clamp(v / Math.max(1e-3, stock[c]!))) as [number, number, number],
  );
  let best = { cost: Infinity, list: [] as LinearRgb[] };
  for (let set = 1; set < 1 << seen.length; set++) {
    const chosen = through.filter((_, k) => (set >> k) & 1);
    if (chosen.length > MOST_INKS) continue;
    const known = combinedLabs(stock, chosen);
    let cost = INK_COST * chosen.length;
    seen.forEach(({ lab, light, share }, k) => {
      if ((set >> k) & 1) return;
      const near = Math.min(...known.map((other) => ciede2000(lab, other)));
      if (near < 7 || (share < 0.03 && between(lab, known))) return;
      cost += Math.sqrt(share) * (mayBeOverprint(light, stock, chosen) ? 0.4 : 1);
    });
    if (cost < best.cost) best = { cost, list: chosen };
  }
  return best.list;
}

/** Whether a colour is a mixture of two known ones. */
const between = (lab: Lab, known: readonly Lab[]): boolean =>
  known.some((a, i) => known.slice(i + 1).some((b) => liesBetween(lab, a, b)));
