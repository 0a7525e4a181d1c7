import type { PictureSource } from '../raster/source.ts';
import { lightOfOklab, oklabOfLight } from '../colour/oklab.ts';
import { byteOfLight, LIGHT_OF_BYTE } from '../colour/srgb.ts';

/** Pixels that are looked at, at most and nearly. */
const LOOKED_AT = 160_000;
const ROUNDS = 30;

/** Distinct colours of a picture in OKLab, three numbers each, and how often each occurs. */
interface Cloud {
  readonly points: Float64Array;
  readonly weights: Float64Array;
}

/** Colours of a picture, laid on white where it is not opaque: pixels themselves, never mixtures of neighbours. */
function cloudOf(source: PictureSource): Cloud {
  const every = Math.max(1, Math.floor(Math.sqrt((source.width * source.height) / LOOKED_AT)));
  const counts = new Map<number, number>();
  for (let y = 0; y < source.height; y += every) {
    const row = source.read(y, 1);
    for (let x = 0; x < source.width; x += every) {
      const at = x * source.channels;
      const alpha = source.channels === 4 ? row[at + 3]! / 255 : 1;
      const on = (v: number) => Math.round(255 + (v - 255) * alpha);
      const [r, g, b] = source.channels === 4 ? [row[at]!, row[at + 1]!, row[at + 2]!] : [row[at]!, row[at]!, row[at]!];
      const key = (on(r) << 16) | (on(g) << 8) | on(b);
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
  }
  const points = new Float64Array(3 * counts.size);
  let at = 0;
  for (const key of counts.keys()) {
    const light = (shift: number) => LIGHT_OF_BYTE[(key >> shift) & 255]! / 65535;
    oklabOfLight(light(16), light(8), light(0), points, at);
    at += 3;
  }
  return { points, weights: Float64Array.from(counts.values()) };
}

function squaredDistance(a: Float64Array, i: number, b: Float64Array, j: number): number {
  const [x, y, z] = [a[i]! - b[j]!, a[i + 1]! - b[j + 1]!, a[i + 2]! - b[j + 2]!];
  return x * x + y * y + z * z;
}

/** First centres: the most frequent colour, then again and again the one that is least well served. */
function firstCentres({ points, weights }: Cloud, k: number): Float64Array {
  const centres = new Float64Array(3 * k);
  const distances = new Float64Array(weights.length).fill(Infinity);
  let best = weights.indexOf(weights.reduce((a, b) => Math.max(a, b), 0));
  for (let c = 0; c < k; c++) {
    centres.set(points.subarray(3 * best, 3 * best + 3), 3 * c);
    let worst = -1;
    for (let p = 0; p < weights.length; p++) {
      const d = squaredDistance(points, 3 * p, centres, 3 * c);
      if (d < distances[p]!) distances[p] = d;
      const lack = distances[p]! * Math.sqrt(weights[p]!);
      if (lack > worst) {
        worst = lack;
        best = p;
      }
    }
  }
  return centres;
}

/** One round of k-means (Lloyd, 1957): centres move to the mean of the points nearest to them. */
function moveCentres({ points, weights }: Cloud, centres: Float64Array): boolean {
  const k = centres.length / 3;
  const sums = new Float64Array(4 * k);
  for (let p = 0; p < weights.length; p++) {
    let best = 0;
    let least = Infinity;
    for (let c = 0; c < k; c++) {
      const d = squaredDistance(points, 3 * p, centres, 3 * c);
      if (d < least) {
        least = d;
        best = c;
      }
    }
    for (let n = 0; n < 3; n++) sums[4 * best + n]! += points[3 * p + n]! * weights[p]!;
    sums[4 * best + 3]! += weights[p]!;
  }
  let moved = false;
  for (let c = 0; c < k; c++) {
    const weight = sums[4 * c + 3]!;
    for (let n = 0; n < 3 && weight > 0; n++) {
      const mean = sums[4 * c + n]! / weight;
      if (Math.abs(mean - centres[3 * c + n]!) > 1e-5) moved = true;
      centres[3 * c + n] = mean;
    }
  }
  return moved;
}

/**
 * The `k` colours that serve a picture best, dark to light, as `#rrggbb`: k-means in OKLab over its
 * pixels (a grid of at most about 160 000). A picture of `k` colours or fewer gives exactly its own.
 */
export function paletteOfPicture(source: PictureSource, k: number): string[] {
  const cloud = cloudOf(source);
  const centres = firstCentres(cloud, Math.min(k, cloud.weights.length));
  for (let round = 0; round < ROUNDS && moveCentres(cloud, centres); round++);
  const lightness = (c: number) => centres[3 * c]!;
  const order = Array.from({ length: centres.length / 3 }, (_, c) => c).sort((a, b) => lightness(a) - lightness(b));
  const hexes = order.map((c) => {
    const light = lightOfOklab(centres[3 * c]!, centres[3 * c + 1]!, centres[3 * c + 2]!);
    return `#${light.map((v) => byteOfLight(v).toString(16).padStart(2, '0')).join('')}`;
  });
  return [...new Set(hexes)];
}
