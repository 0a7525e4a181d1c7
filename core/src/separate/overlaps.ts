/** Steps of coverage between which overlaps are measured, from none to solid. */
export const OVERLAP_STEPS = 16;

/** Screens that are measured together at most; the others are supposed independent of them. */
export const MOST_TOGETHER = 4;

/**
 * What the plates of some inks really share of the sheet, against what independent areas would: for inks whose screens
 * keep step with each other, as three of one frequency 30° apart do.
 */
export interface Overlaps {
  /** Which inks of the model, at most MOST_TOGETHER. */
  readonly inks: readonly number[];
  /**
   * For every set of these inks, by bits, and every coverage of each at steps of 1 / OVERLAP_STEPS, the area that all
   * of the set cover together less the product of their coverages. The first ink of a set runs fastest.
   */
  readonly extra: readonly Float64Array[];
}

/** Light of the overprints of some inks, in the power that they mix in. */
interface Overprints {
  readonly inks: number;
  readonly corners: Float64Array;
}

const members = (code: number): number[] => [0, 1, 2, 3].filter((k) => (code >> k) & 1);

/** Value of a table of steps between its points, for the coverages of the members of a set. */
function between(
  table: Float64Array,
  set: readonly number[],
  coverages: ArrayLike<number>,
  inks: readonly number[],
): number {
  let sum = 0;
  for (let corner = 0; corner < 1 << set.length; corner++) {
    let weight = 1;
    let at = 0;
    let stride = 1;
    set.forEach((k, bit) => {
      const place = Math.min(1, Math.max(0, coverages[inks[k]!]!)) * OVERLAP_STEPS;
      const low = Math.min(OVERLAP_STEPS - 1, Math.floor(place));
      const high = (corner >> bit) & 1;
      weight *= high ? place - low : 1 - (place - low);
      at += (low + high) * stride;
      stride *= OVERLAP_STEPS + 1;
    });
    if (weight !== 0) sum += weight * table[at]!;
  }
  return sum;
}

/**
 * What overlaps add to the prediction of a model, in its own power of light: moments of the inks that keep step, times the
 * mixed differences of the overprints, which the other inks mix by their areas.
 */
export function overlapTerm(
  { inks: count, corners }: Overprints,
  { inks, extra }: Overlaps,
  coverages: ArrayLike<number>,
): [number, number, number] {
  const out: [number, number, number] = [0, 0, 0];
  const others = Array.from({ length: count }, (_, k) => k).filter((k) => !inks.includes(k));
  /** Overprints of the inks that keep step, by their bits. */
  const mixed = new Float64Array(3 << inks.length);
  for (let code = 0; code < 1 << count; code++) {
    let weight = 1;
    for (const k of others) weight *= (code >> k) & 1 ? coverages[k]! : 1 - coverages[k]!;
    if (weight === 0) continue;
    const own = inks.reduce((bits, k, bit) => bits | (((code >> k) & 1) << bit), 0);
    for (let c = 0; c < 3; c++) mixed[3 * own + c]! += weight * corners[3 * code + c]!;
  }
  // Mixed differences (Möbius inversion), one ink after the other.
  for (let bit = 0; bit < inks.length; bit++) {
    for (let code = 0; code < 1 << inks.length; code++) {
      if (!((code >> bit) & 1)) continue;
      for (let c = 0; c < 3; c++) mixed[3 * code + c]! -= mixed[3 * (code ^ (1 << bit)) + c]!;
    }
  }
  for (let code = 3; code < 1 << inks.length; code++) {
    const set = members(code);
    if (set.length < 2) continue;
    const area = between(extra[code]!, set, coverages, inks);
    for (let c = 0; c < 3; c++) out[c]! += area * mixed[3 * code + c]!;
  }
  return out;
}

/**
 * Counts what plates share at every step of coverage.
 * @param squares thresholds 0..65535 of the same pixels of the sheet for each of the inks
 */
export function measureOverlaps(inks: readonly number[], squares: readonly Uint16Array[]): Overlaps {
  const steps = OVERLAP_STEPS;
  const wide = steps + 1;
  const pixels = squares[0]!.length;
  /** The first step at which a threshold prints: 1 .. steps. */
  const stepOf = Uint8Array.from({ length: 65536 }, (_, t) => Math.min(steps, Math.floor((t * steps) / 65535) + 1));
  const stepped = squares.map((square) => Uint8Array.from(square, (t) => stepOf[t]!));
  const coverages = stepped.map((first) => {
    const counts = new Float64Array(wide);
    for (const step of first) counts[step]!++;
    for (let s = 1; s < wide; s++) counts[s]! += counts[s - 1]!;
    return counts.map((n) => n / pixels);
  });
  const extra: Float64Array[] = [];
  for (let code = 0; code < 1 << inks.length; code++) {
    const set = members(code);
    if (set.length < 2) {
      extra.push(new Float64Array(0));
      continue;
    }
    const table = new Float64Array(set.reduce((size) => size * wide, 1));
    for (let p = 0; p < pixels; p++) {
      let at = 0;
      let stride = 1;
      for (const k of set) {
        at += stepped[k]![p]! * stride;
        stride *= wide;
      }
      table[at]!++;
    }
    // Sums from the first step on, along each ink in turn: what all of the set print at these coverages.
    let stride = 1;
    for (let n = 0; n < set.length; n++, stride *= wide) {
      for (let at = 0; at < table.length; at++) {
        if (Math.floor(at / stride) % wide > 0) table[at]! += table[at - stride]!;
      }
    }
    for (let at = 0; at < table.length; at++) {
      let product = 1;
      let rest = at;
      for (const k of set) {
        product *= coverages[k]![rest % wide]!;
        rest = Math.floor(rest / wide);
      }
      table[at] = table[at]! / pixels - product;
    }
    extra.push(table);
  }
  return { inks, extra };
}
