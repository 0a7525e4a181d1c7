import { type CoverageTable } from '../scan/coverage-table.ts';

/** Least weight of a place: where an ink cannot be seen at all, its neighbours tell what it does. */
const LEAST = 0.01;

const contrast = (lights: ArrayLike<number>, a: number, b: number): number =>
  Math.hypot(...[0, 1, 2].map((c) => Math.sqrt(lights[3 * a + c]!) - Math.sqrt(lights[3 * b + c]!)));

/**
 * How well each ink can be seen at each colour of a table, 0..1: under black nothing can be told of the other inks. As the
 * table's values: `inks` numbers for each colour.
 */
export function visibility(lights: ArrayLike<number>, { inks, values }: CoverageTable): Float32Array {
  const codes = 1 << inks;
  /** Contrast of each ink over each combination of the others, against that on bare stock. */
  const seen = Array.from({ length: inks }, (_, k) => {
    const alone = contrast(lights, 0, 1 << k) + 1e-6;
    return Float64Array.from({ length: codes }, (_, code) =>
      Math.min(1, contrast(lights, code & ~(1 << k), code | (1 << k)) / alone),
    );
  });
  const out = new Float32Array(values.length);
  for (let at = 0; at < values.length; at += inks) {
    for (let k = 0; k < inks; k++) {
      let sum = 0;
      for (let code = 0; code < codes; code++) {
        if ((code >> k) & 1) continue;
        let share = 1;
        for (let n = 0; n < inks; n++) {
          if (n !== k) share *= (code >> n) & 1 ? values[at + n]! : 1 - values[at + n]!;
        }
        sum += share * seen[k]![code]!;
      }
      // What is half hidden is told badly already.
      out[at + k] = Math.max(LEAST, sum * sum);
    }
  }
  return out;
}
