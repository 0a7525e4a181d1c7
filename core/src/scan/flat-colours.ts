import { type Lab, labOfLight } from '../colour/lab.ts';
import { decodeSrgb, type LinearRgb } from '../colour/srgb.ts';
import type { ScanPixels } from './pixels.ts';

/** A colour that stands by itself in a scan: bare stock, an ink, or an overprint. */
export interface FlatColour {
  readonly light: LinearRgb;
  readonly lab: Lab;
  /** Share of the flat places of the scan that have it, 0..1. */
  readonly share: number;
}

/** Bits of each channel by which colours are binned. */
const BITS = 5;
const BINS = 1 << (3 * BITS);
/** Standard deviation in L*a*b* of the kernel that finds where colours are dense. */
const KERNEL = 4;
/** Two colours of a scan lie at least so far apart in L*a*b*. */
const APART = 9;
/** Most bins that take part; the others hold next to nothing. */
const MOST_BINS = 3000;

/** Sum of the absolute differences of a pixel to its four neighbours `reach` pixels away, in codes. */
function unevenness({ rgb, width }: ScanPixels, at: number, reach: number): number {
  const across = 3 * reach;
  const down = 3 * reach * width;
  let sum = 0;
  for (let c = 0; c < 3; c++) {
    const v = rgb[at + c]!;
    const low = Math.min(v, rgb[at - across + c]!, rgb[at + across + c]!, rgb[at - down + c]!, rgb[at + down + c]!);
    const high = Math.max(v, rgb[at - across + c]!, rgb[at + across + c]!, rgb[at - down + c]!, rgb[at + down + c]!);
    sum += high - low;
  }
  return sum;
}

/** Colours of the flat places of a scan, in bins. */
export interface FlatBin {
  /** sRGB-encoded, 0..255. */
  readonly encoded: readonly [number, number, number];
  readonly lab: Lab;
  readonly weight: number;
}

/** The colours of places of a scan that are flat over a few pixels, most frequent first. */
export function flatBins(scan: ScanPixels): FlatBin[] {
  const { width, height, rgb } = scan;
  const step = width * height > 1e6 ? 2 : 1;
  const spreads: number[] = [];
  for (let y = 2; y < height - 2; y += 7 * step) {
    for (let x = 2; x < width - 2; x += 7 * step) {
      const at = 3 * (y * width + x);
      // Noise is cut off in black, which would look flatter than it is.
      if (rgb[at]! + rgb[at + 1]! + rgb[at + 2]! > 150) spreads.push(unevenness(scan, at, 1));
    }
  }
  spreads.sort((a, b) => a - b);
  // What the flattest tenth of the scan shows is its noise.
  const even = Math.max(6, (spreads[Math.floor(spreads.length * 0.1)] ?? 0) * 1.1);
  const weights = new Float64Array(BINS);
  const sums = new Float64Array(3 * BINS);
  for (let y = 1; y < height - 1; y += step) {
    for (let x = 1; x < width - 1; x += step) {
      const at = 3 * (y * width + x);
      const ratio = unevenness(scan, at, 1) / even;
      if (ratio > 2) continue;
      const w = 1 / (1 + ratio ** 4);
      const [r, g, b] = [0, 1, 2].map(
        (c) =>
          (2 * rgb[at + c]! +
            rgb[at - 3 + c]! +
            rgb[at + 3 + c]! +
            rgb[at - 3 * width + c]! +
            rgb[at + 3 * width + c]!) /
          6,
      ) as [number, number, number];
      const bin = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
      weights[bin]! += w;
      sums[3 * bin]! += w * r;
      sums[3 * bin + 1]! += w * g;
      sums[3 * bin + 2]! += w * b;
    }
  }
  const bins = [...weights.keys()].filter((k) => weights[k]! > 0).sort((a, b) => weights[b]! - weights[a]!);
  return bins.slice(0, MOST_BINS).map((k) => {
    const encoded = [0, 1, 2].map((c) => sums[3 * k + c]! / weights[k]!) as [number, number, number];
    return { encoded, lab: labOfLight(lightOf(...encoded)), weight: weights[k]! };
  });
}

/** Light of encoded values 0..255. */
const lightOf = (r: number, g: number, b: number): LinearRgb => [
  decodeSrgb(r / 255),
  decodeSrgb(g / 255),
  decodeSrgb(b / 255),
];

/**
 * The colours that mix with nothing: the highest places of the density of flat colours in L*a*b* (quick shift: Vedaldi &
 * Soatto 2008). Most frequent first.
 */
export function flatColours(bins: readonly FlatBin[]): FlatColour[] {
  const n = bins.length;
  const w = Float64Array.from(bins, (bin) => bin.weight);
  const total = w.reduce((a, b) => a + b, 0);
  const encoded = bins.map((bin) => bin.encoded);
  const labs = bins.map((bin) => bin.lab);
  const density = new Float64Array(n);
  const far = 9 * KERNEL * KERNEL;
  const near = 1 / (2 * KERNEL * KERNEL);
  const apart2 = (i: number, j: number) => {
    const [a, b] = [labs[i]!, labs[j]!];
    return (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;
  };
  for (let i = 0; i < n; i++) {
    for (let j = i; j < n; j++) {
      const d = apart2(i, j);
      if (d > far) continue;
      const k = Math.exp(-d * near);
      density[i]! += w[j]! * k;
      if (j !== i) density[j]! += w[i]! * k;
    }
  }
  // Each bin leans on the nearest denser one; those that have none near are the colours.
  const leans = new Int32Array(n).fill(-1);
  const order = [...density.keys()].sort((a, b) => density[b]! - density[a]!);
  for (let place = 1; place < n; place++) {
    const i = order[place]!;
    let least = APART * APART;
    for (let q = 0; q < place; q++) {
      const j = order[q]!;
      const d = apart2(i, j);
      if (d < least) {
        least = d;
        leans[i] = j;
      }
    }
  }
  const colours: { share: number; sum: [number, number, number]; weight: number }[] = [];
  const colourOf = new Int32Array(n).fill(-1);
  for (const i of order) {
    if (leans[i] === -1) {
      colourOf[i] = colours.length;
      colours.push({ share: 0, sum: [0, 0, 0], weight: 0 });
    } else colourOf[i] = colourOf[leans[i]!]!;
    const colour = colours[colourOf[i]!]!;
    colour.share += w[i]! / total;
    // The colour itself is the mean near its densest place, without the flanks.
    const root = order.find((k) => leans[k] === -1 && colourOf[k] === colourOf[i])!;
    const k = w[i]! * Math.exp(-apart2(i, root) * near);
    colour.weight += k;
    for (let c = 0; c < 3; c++) colour.sum[c]! += k * encoded[i]![c]!;
  }
  return colours
    .map(({ share, sum, weight }) => {
      const light = lightOf(sum[0] / weight, sum[1] / weight, sum[2] / weight);
      return { light, lab: labOfLight(light), share };
    })
    .sort((a, b) => b.share - a.share);
}
