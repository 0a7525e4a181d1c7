import { countCache, remember } from '../memory/cache.ts';

/** The number one in fixed point: the weights of every result sum to exactly this. */
export const WEIGHT_ONE = 16384;

/**
 * How each result of a one-dimensional resampling is made: value k is the sum of `count` source
 * values from starts[k] on, times weights[k * count ...] / 16384.
 * Results outside first .. last (exclusive) lie off the picture.
 */
export interface Taps {
  readonly first: number;
  readonly last: number;
  readonly count: number;
  readonly starts: Int32Array;
  readonly weights: Int32Array;
}

/** Catmull–Rom cubic (Catmull & Rom 1974; in the family of Mitchell & Netravali 1988, B = 0, C = ½). */
function catmullRom(distance: number): number {
  const t = Math.abs(distance);
  if (t < 1) return 1 + t * t * (1.5 * t - 2.5);
  if (t < 2) return 2 + t * (-4 + t * (2.5 - 0.5 * t));
  return 0;
}

/** Source positions and weights of one result: its true area when reducing, a cubic when enlarging. */
function weigh(result: number, offset: number, scale: number): { from: number; weights: number[] } {
  if (scale < 1) {
    const a = (result - offset) / scale;
    const b = (result + 1 - offset) / scale;
    const from = Math.floor(a);
    const to = Math.max(from + 1, Math.ceil(b));
    const weights = [];
    for (let s = from; s < to; s++) weights.push(Math.max(0, Math.min(b, s + 1) - Math.max(a, s)));
    return { from, weights };
  }
  const centre = (result + 0.5 - offset) / scale - 0.5;
  const from = Math.floor(centre) - 1;
  return { from, weights: [0, 1, 2, 3].map((k) => catmullRom(centre - from - k)) };
}

/** Rounds weights to fixed point so that they sum to exactly one; the largest takes the remainder. */
function toFixedPoint(weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  const fixed = weights.map((w) => Math.round((w / sum) * WEIGHT_ONE));
  const rest = WEIGHT_ONE - fixed.reduce((a, b) => a + b, 0);
  fixed[fixed.indexOf(Math.max(...fixed))]! += rest;
  return fixed;
}

/** Weights of the cubic for each 1/256 of a step, four each, in 1/16384: 1024 entries. */
export const cubicPhases = (): Int32Array =>
  Int32Array.from(
    Array.from({ length: 256 }, (_, k) => toFixedPoint([0, 1, 2, 3].map((t) => catmullRom(k / 256 - (t - 1))))).flat(),
  );

/**
 * Taps for results `from` .. `from + length − 1` of a source with `size` values laid at
 * `offset` and enlarged by `scale`. Beyond the ends the last value goes on.
 */
export function makeTaps(from: number, length: number, size: number, offset: number, scale: number): Taps {
  const key = [from, length, size, offset, scale].join(' ');
  return remember(made, key, () => tapsOf(from, length, size, offset, scale));
}

/** Cached taps: blocks of a sheet ask for the same ones again for each channel. */
const made = countCache<Taps>(80);

function tapsOf(from: number, length: number, size: number, offset: number, scale: number): Taps {
  const first = Math.min(length, Math.max(0, Math.ceil(offset - 0.5 - 1e-9) - from));
  const last = Math.max(first, Math.min(length, Math.ceil(offset + size * scale - 0.5 - 1e-9) - from));
  const most = scale < 1 ? Math.ceil(1 / scale) + 1 : 4;
  const count = Math.min(size, most);
  const starts = new Int32Array(length);
  const weights = new Int32Array(length * count);
  for (let k = first; k < last; k++) {
    const raw = weigh(from + k, offset, scale);
    const fixed = toFixedPoint(raw.weights);
    const start = Math.min(Math.max(0, raw.from), size - count);
    starts[k] = start;
    fixed.forEach((w, t) => {
      const source = Math.min(size - 1, Math.max(0, raw.from + t));
      weights[k * count + Math.min(count - 1, Math.max(0, source - start))]! += w;
    });
  }
  return { first, last, count, starts, weights };
}
