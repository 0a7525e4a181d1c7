import { modulo } from '../../math/integers.ts';
import type { RowForm } from './row-form.ts';

/** Tones at which local coverage is measured; between them it is interpolated. */
const LEVELS = 4;
/** Number of box filters run in a row: together they approximate a Gaussian. */
const WINDOWS = 2;

/** Returns for every pixel of a repeat the index of the pixel below it: rows wrap to the next band, which is shifted. */
function below({ rows, period, shift }: RowForm): Uint32Array {
  const next = new Uint32Array(rows * period);
  for (let y = 0, k = 0; y < rows; y++) {
    for (let x = 0; x < period; x++, k++) next[k] = y + 1 < rows ? k + period : modulo(x - shift, period);
  }
  return next;
}

/** Returns the pixels of a repeat ordered by closed columns, and the end index of each column. */
function columnsOf(next: Uint32Array): { readonly order: Uint32Array; readonly ends: readonly number[] } {
  const order = new Uint32Array(next.length);
  const seen = new Uint8Array(next.length);
  const ends: number[] = [];
  let n = 0;
  for (let start = 0; start < next.length; start++) {
    if (seen[start]) continue;
    for (let k = start; !seen[k]; k = next[k]!) {
      seen[k] = 1;
      order[n++] = k;
    }
    ends.push(n);
  }
  return { order, ends };
}

/** Replaces each value of a cyclic run by the sum of the `width` values around it, in place. */
function windowSums(values: Float64Array, from: number, to: number, width: number, held: Float64Array): void {
  const length = to - from;
  const half = width >> 1;
  for (let k = 0; k < length; k++) held[k] = values[from + k]!;
  let sum = 0;
  for (let k = -half; k < width - half; k++) sum += held[modulo(k, length)]!;
  let enter = modulo(width - half, length);
  let leave = modulo(-half, length);
  for (let k = 0; k < length; k++) {
    values[from + k] = sum;
    sum += held[enter]! - held[leave]!;
    if (++enter === length) enter = 0;
    if (++leave === length) leave = 0;
  }
}

/**
 * Tones 0..1 of a repeat's pixels, such that the surroundings of every pixel, weighted by a bell about
 * `width` pixels wide, have that coverage when it prints: what an order of pixels leaves of broad ripples is
 * taken out. `ranks` must spread neighbouring cells well.
 */
export function evenOut(ranks: Uint32Array, form: RowForm, width: number): Float64Array {
  const count = ranks.length;
  const { rows, period } = form;
  const { order, ends } = columnsOf(below(form));
  const held = new Float64Array(count);
  const down = new Float64Array(count);
  let area = 1;
  for (let n = 0; n < WINDOWS; n++) area *= width * width;
  const scale = 1 / area;

  function cover(limit: number, out: Float64Array): void {
    for (let k = 0; k < count; k++) out[k] = ranks[k]! < limit ? 1 : 0;
    for (let n = 0; n < WINDOWS; n++) {
      for (let y = 0; y < rows; y++) windowSums(out, y * period, (y + 1) * period, width, held);
    }
    for (let k = 0; k < count; k++) down[k] = out[order[k]!]!;
    for (let n = 0; n < WINDOWS; n++) {
      let from = 0;
      for (const to of ends) {
        windowSums(down, from, to, width, held);
        from = to;
      }
    }
    for (let k = 0; k < count; k++) out[order[k]!] = down[k]! * scale;
  }

  const tones = new Float64Array(count);
  let low = new Float64Array(count);
  let high = new Float64Array(count);
  for (let level = 1; level <= LEVELS; level++) {
    const from = ((level - 1) * count) / LEVELS;
    const to = (level * count) / LEVELS;
    if (level === LEVELS) high.fill(1);
    else cover(to, high);
    for (let k = 0; k < count; k++) {
      const rank = ranks[k]!;
      if (rank < from || rank >= to) continue;
      tones[k] = low[k]! + ((rank + 0.5 - from) / (to - from)) * (high[k]! - low[k]!);
    }
    [low, high] = [high, low];
  }
  return tones;
}
