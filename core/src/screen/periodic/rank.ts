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

const HALF = 1 << 16;

/** Turns how often each value comes into the place of its first. */
function firstPlaces(counts: Uint32Array): void {
  let from = 0;
  for (let value = 0; value < HALF; value++) {
    const count = counts[value]!;
    counts[value] = from;
    from += count;
  }
}

/** Up to so many keys are sorted faster by comparison than by counting. */
const FEW = 4096;

/** Ranks of a few keys: each is told apart from its equals by its place. */
function ranksOfFew(keys: Uint32Array): Uint32Array {
  const n = keys.length;
  const placed = new Float64Array(n);
  for (let k = 0; k < n; k++) placed[k] = keys[k]! * FEW + k;
  placed.sort();
  const ranks = new Uint32Array(n);
  for (let k = 0; k < n; k++) ranks[placed[k]! % FEW] = k;
  return ranks;
}

/**
 * Rank of each entry when 32-bit keys are put in rising order; equal keys keep their place.
 * A radix sort by the lower and then by the upper 16 bits, linear in the number of keys.
 */
export function ranksOf(keys: Uint32Array): Uint32Array {
  const n = keys.length;
  if (n <= FEW) return ranksOfFew(keys);
  const counts = new Uint32Array(HALF);
  for (let k = 0; k < n; k++) counts[keys[k]! & 65535]!++;
  firstPlaces(counts);
  const order = new Uint32Array(n);
  const upper = new Uint16Array(n);
  for (let k = 0; k < n; k++) {
    const key = keys[k]!;
    const place = counts[key & 65535]!++;
    order[place] = k;
    upper[place] = key >>> 16;
  }
  counts.fill(0);
  for (let k = 0; k < n; k++) counts[upper[k]!]!++;
  firstPlaces(counts);
  const ranks = new Uint32Array(n);
  for (let k = 0; k < n; k++) ranks[order[k]!] = counts[upper[k]!]!++;
  return ranks;
}
