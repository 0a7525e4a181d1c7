/** How strongly tones are held where they were, against light. */
const HOLD = 0.004;
const ROUNDS = 2;

/**
 * Changes tones of inks, in place, so that together they print the given mean light (Gauss–Newton, held to the tones that
 * they have: four inks make one colour in many ways). `lights`: linear light of every combination, three values a code.
 */
export function refineTones(tones: readonly Float32Array[], means: readonly Float32Array[], lights: Float64Array): void {
  const inks = tones.length;
  const codes = 1 << inks;
  const count = tones[0]!.length;
  const mixed = new Float64Array(3 * codes);
  const slopes = new Float64Array(3 * inks);
  const start = new Float64Array(inks);
  const own = new Float64Array(inks);
  const matrix = new Float64Array(inks * inks);
  const right = new Float64Array(inks);
  const off = new Float64Array(3);
  for (let p = 0; p < count; p++) {
    for (let k = 0; k < inks; k++) own[k] = start[k] = tones[k]![p]!;
    for (let round = 0; round < ROUNDS; round++) {
      // Light and, ink by ink, how it changes with that ink.
      for (let k = -1; k < inks; k++) {
        mixed.set(lights);
        for (let n = inks - 1, half = codes >> 1; n >= 0; n--, half >>= 1) {
          const t = own[n]!;
          if (n === k) for (let m = 0; m < 3 * half; m++) mixed[m] = mixed[m + 3 * half]! - mixed[m]!;
          else for (let m = 0; m < 3 * half; m++) mixed[m]! += t * (mixed[m + 3 * half]! - mixed[m]!);
        }
        if (k < 0) {
          for (let c = 0; c < 3; c++) off[c] = means[c]![p]! - mixed[c]!;
        } else for (let c = 0; c < 3; c++) slopes[3 * k + c] = mixed[c]!;
      }
      for (let k = 0; k < inks; k++) {
        right[k] = HOLD * (start[k]! - own[k]!);
        for (let c = 0; c < 3; c++) right[k]! += slopes[3 * k + c]! * off[c]!;
        for (let n = 0; n < inks; n++) {
          let sum = n === k ? HOLD : 0;
          for (let c = 0; c < 3; c++) sum += slopes[3 * k + c]! * slopes[3 * n + c]!;
          matrix[k * inks + n] = sum;
        }
      }
      // The matrix is positive: it is solved without looking for a pivot.
      for (let k = 0; k < inks; k++) {
        for (let r = k + 1; r < inks; r++) {
          const f = matrix[r * inks + k]! / matrix[k * inks + k]!;
          for (let n = k; n < inks; n++) matrix[r * inks + n]! -= f * matrix[k * inks + n]!;
          right[r]! -= f * right[k]!;
        }
      }
      for (let k = inks - 1; k >= 0; k--) {
        for (let n = k + 1; n < inks; n++) right[k]! -= matrix[k * inks + n]! * right[n]!;
        right[k]! /= matrix[k * inks + k]!;
      }
      for (let k = 0; k < inks; k++) own[k] = Math.min(1, Math.max(0, own[k]! + right[k]!));
    }
    for (let k = 0; k < inks; k++) tones[k]![p] = own[k]!;
  }
}
