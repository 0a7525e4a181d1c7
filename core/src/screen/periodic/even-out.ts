import { modulo } from '../../math/integers.ts';
import type { RowForm } from './row-form.ts';

/** Tones at which local coverage is measured; between them it is interpolated. */
const LEVELS = 4;
/** Number of box filters run in a row: together they approximate a Gaussian. */
const WINDOWS = 2;

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
 * Adds to every column of a run the sum of a row over the bands from `first` to `last`, in each of which the row stands
 * `shift` pixels further to the right. Columns a shift apart have all but two of their bands in common.
 */
function addBands(row: Float64Array, shift: number, first: number, last: number, sums: Float64Array): void {
  const period = row.length;
  const step = modulo(shift, period);
  if (step === 0) {
    for (let x = 0; x < period; x++) sums[x]! += (last - first + 1) * row[x]!;
    return;
  }
  const entering = modulo(-(first - 1) * shift, period);
  const leaving = modulo(-last * shift, period);
  const wrapped = (x: number) => (x >= period ? x - period : x);
  let seen = 0;
  for (let start = 0; seen < period; start++) {
    let sum = 0;
    for (let band = first, x = modulo(start - first * shift, period); band <= last; band++) {
      sum += row[x]!;
      x = x >= step ? x - step : x - step + period;
    }
    let x = start;
    do {
      sums[x]! += sum;
      sum += row[wrapped(x + entering)]! - row[wrapped(x + leaving)]!;
      x = wrapped(x + step);
      seen++;
    } while (x !== start);
  }
}

/**
 * The same down the columns, into `out`. Below its last row a repeat goes on with its first, `shift` pixels to the right;
 * sums of whole rows are carried from row to row, so that memory is read in its own order.
 */
function windowSumsDown(
  values: Float64Array,
  { rows, period, shift }: RowForm,
  width: number,
  out: Float64Array,
): void {
  const sums = new Float64Array(period);
  const half = width >> 1;
  function add(row: number, sign: number): void {
    const band = Math.floor(row / rows);
    const start = (row - band * rows) * period;
    const from = modulo(-band * shift, period);
    const first = period - from;
    for (let x = 0; x < first; x++) sums[x]! += sign * values[start + from + x]!;
    for (let x = first; x < period; x++) sums[x]! += sign * values[start + x - first]!;
  }
  for (let y = 0; y < rows; y++) {
    const first = Math.ceil((-half - y) / rows);
    const last = Math.floor((width - half - 1 - y) / rows);
    if (last >= first) addBands(values.subarray(y * period, (y + 1) * period), shift, first, last, sums);
  }
  for (let y = 0; y < rows; y++) {
    out.set(sums, y * period);
    add(y + width - half, 1);
    add(y - half, -1);
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
  const held = new Float64Array(period);
  const down = new Float64Array(count);
  let area = 1;
  for (let n = 0; n < WINDOWS; n++) area *= width * width;
  const scale = 1 / area;

  function cover(limit: number, out: Float64Array): void {
    for (let k = 0; k < count; k++) out[k] = ranks[k]! < limit ? 1 : 0;
    for (let n = 0; n < WINDOWS; n++) {
      for (let y = 0; y < rows; y++) windowSums(out, y * period, (y + 1) * period, width, held);
    }
    for (let n = 0; n < WINDOWS; n++) {
      windowSumsDown(out, form, width, down);
      out.set(down);
    }
    for (let k = 0; k < count; k++) out[k]! *= scale;
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
