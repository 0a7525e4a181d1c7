/** Bits of a key that carry the spot value; the rest spread pixels of equal value. */
const VALUE_STEPS = (1 << 22) - 1;
const TIE_STEPS = 1024;
/** Steps of the two-dimensional low-discrepancy sequence R2 (plastic number 1.32471795724…). */
const R2_X = 0.7548776662466927;
const R2_Y = 0.5698402909980532;

/** Sorting key of a pixel with a spot value in -1..1: greatest value first, ties well dispersed. */
export function rankKey(value: number, px: number, py: number): number {
  const q = Math.round(((1 - value) / 2) * VALUE_STEPS);
  const spread = px * R2_X + py * R2_Y;
  const tie = Math.floor((spread - Math.floor(spread)) * TIE_STEPS);
  return Math.min(VALUE_STEPS, Math.max(0, q)) * TIE_STEPS + tie;
}

/**
 * Rank of each entry when 32-bit keys are put in rising order; equal keys keep their place.
 * A radix sort, 11 bits a turn, linear in the number of keys.
 */
export function ranksOf(keys: Uint32Array): Uint32Array {
  const n = keys.length;
  let order = new Uint32Array(n);
  let next = new Uint32Array(n);
  for (let k = 0; k < n; k++) order[k] = k;
  const counts = new Uint32Array(2048);
  for (let shift = 0; shift < 32; shift += 11) {
    counts.fill(0);
    for (let k = 0; k < n; k++) counts[(keys[k]! >>> shift) & 2047]!++;
    let from = 0;
    for (let b = 0; b < 2048; b++) {
      const c = counts[b]!;
      counts[b] = from;
      from += c;
    }
    for (let k = 0; k < n; k++) {
      const index = order[k]!;
      next[counts[(keys[index]! >>> shift) & 2047]!++] = index;
    }
    [order, next] = [next, order];
  }
  for (let k = 0; k < n; k++) next[order[k]!] = k;
  return next;
}
