import { decodeSrgb, encodeSrgb } from '../colour/srgb.ts';

/** Steps of each channel of a table of coverages. */
export const TABLE_STEPS = 33;

/** How much of each ink lies on a pixel of a colour. */
export interface CoverageTable {
  readonly inks: number;
  /** Coverage 0..1, `inks` values for each colour, red slowest: TABLE_STEPS³ colours. */
  readonly values: Float32Array;
}

/** What it costs, in encoded values squared, that an edge is one of several inks at once. */
const TOGETHER = 0.0006;

/**
 * Makes the table: a colour is a combination of inks or lies between two of them, as at the edge of a mark; edges of one ink
 * are likelier than those of several at one place. `lights`: linear light of every combination, three values a code.
 */
export function coverageTable(lights: ArrayLike<number>, inks: number): CoverageTable {
  const codes = 1 << inks;
  const pairs: { a: number; b: number; cost: number }[] = [];
  for (let a = 0; a < codes; a++) {
    for (let b = a + 1; b < codes; b++) {
      let differ = 0;
      for (let bits = a ^ b; bits; bits &= bits - 1) differ++;
      pairs.push({ a, b, cost: TOGETHER * (differ - 1) ** 2 });
    }
  }
  pairs.sort((p, q) => p.cost - q.cost);
  const count = pairs.length;
  const cost = Float64Array.from(pairs, (p) => p.cost);
  const from = Float64Array.from(pairs.flatMap(({ a }) => [lights[3 * a]!, lights[3 * a + 1]!, lights[3 * a + 2]!]));
  const along = Float64Array.from(
    pairs.flatMap(({ a, b }) => [0, 1, 2].map((c) => lights[3 * b + c]! - lights[3 * a + c]!)),
  );
  const axis = Float64Array.from({ length: TABLE_STEPS }, (_, k) => decodeSrgb(k / (TABLE_STEPS - 1)));
  const metric = axis.map((light) => {
    const low = Math.max(0, light - 0.002);
    return ((encodeSrgb(light + 0.002) - encodeSrgb(low)) / (light + 0.002 - low)) ** 2;
  });
  const values = new Float32Array(TABLE_STEPS ** 3 * inks);
  let at = 0;
  for (let r = 0; r < TABLE_STEPS; r++) {
    for (let g = 0; g < TABLE_STEPS; g++) {
      for (let b = 0; b < TABLE_STEPS; b++, at += inks) {
        const [x, y, z] = [axis[r]!, axis[g]!, axis[b]!];
        const [wx, wy, wz] = [metric[r]!, metric[g]!, metric[b]!];
        let best = Infinity;
        let pair = 0;
        let share = 0;
        for (let p = 0; p < count && cost[p]! < best; p++) {
          const k = 3 * p;
          const dx = x - from[k]!;
          const dy = y - from[k + 1]!;
          const dz = z - from[k + 2]!;
          const ex = along[k]!;
          const ey = along[k + 1]!;
          const ez = along[k + 2]!;
          const t = (wx * dx * ex + wy * dy * ey + wz * dz * ez) / (wx * ex * ex + wy * ey * ey + wz * ez * ez + 1e-12);
          const s = t <= 0 ? 0 : Math.min(1, t);
          const d = wx * (dx - s * ex) ** 2 + wy * (dy - s * ey) ** 2 + wz * (dz - s * ez) ** 2 + cost[p]!;
          if (d < best) {
            best = d;
            pair = p;
            share = s;
          }
        }
        const { a, b: other } = pairs[pair]!;
        for (let k = 0; k < inks; k++) {
          values[at + k] = ((a >> k) & 1) * (1 - share) + ((other >> k) & 1) * share;
        }
      }
    }
  }
  return { inks, values };
}
