/** Bins a side of the histograms of OKLab; L from 0 to 1, a and b from −0.35 to 0.35. */
const BINS = 24;
const SPAN = 0.35;

const part = (v: number): number => Math.min(BINS - 1, Math.max(0, Math.floor(v * BINS)));

/** Which bin a colour falls into. */
function binOf(lab: Float32Array, k: number): number {
  const side = (v: number) => (v + SPAN) / (2 * SPAN);
  return (part(lab[3 * k]!) * BINS + part(side(lab[3 * k + 1]!))) * BINS + part(side(lab[3 * k + 2]!));
}

/** Spreads counts to the next bins along one axis: 1, 2, 1. */
function spreadAlong(counts: Float64Array, stride: number): Float64Array {
  const out = new Float64Array(counts.length);
  const block = stride * BINS;
  for (let start = 0; start < counts.length; start += block) {
    for (let at = start; at < start + block; at++) {
      const own = counts[at]!;
      const before = at - stride >= start ? counts[at - stride]! : own;
      const after = at + stride < start + block ? counts[at + stride]! : own;
      out[at] = (before + 2 * own + after) / 4;
    }
  }
  return out;
}

/** How often each colour occurs among weighted pixels, evened out over neighbouring colours; sums to 1. */
function histogram(bins: Uint16Array, weights: Float32Array): Float64Array {
  let counts: Float64Array = new Float64Array(BINS * BINS * BINS);
  let sum = 0;
  for (let k = 0; k < bins.length; k++) {
    const weight = weights[k]!;
    if (weight === 0) continue;
    counts[bins[k]!]! += weight;
    sum += weight;
  }
  for (const stride of [1, BINS, BINS * BINS]) counts = spreadAlong(counts, stride);
  return sum > 0 ? counts.map((v) => v / sum) : counts;
}

/** Below this share of pixels a colour says nothing. */
const UNKNOWN = 2e-4;

/** Bins of colours in OKLab, three numbers each. */
export function colourBins(lab: Float32Array): Uint16Array {
  const out = new Uint16Array(lab.length / 3);
  for (let k = 0; k < out.length; k++) out[k] = binOf(lab, k);
  return out;
}

/**
 * How much each colour belongs to the subject, 0..1, from what is known of the subject and of what lies behind it: the share
 * of the subject's histogram in both (Bai and Sapiro 2007, equation 2). ½ for colours that neither holds.
 */
export function subjectColours(bins: Uint16Array, subject: Float32Array, behind: Float32Array): Float32Array {
  const [front, back] = [histogram(bins, subject), histogram(bins, behind)];
  return Float32Array.from(front, (f, k) => (f + UNKNOWN) / (f + back[k]! + 2 * UNKNOWN));
}
