/** A place of a chart and the place of a scan where it was found. */
export interface PlacePair {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
}

/** A projective map of the plane, nine numbers row by row, the last one 1. */
export type Homography = Float64Array;

export function mapPlace(h: Homography, x: number, y: number): [number, number] {
  const w = h[6]! * x + h[7]! * y + h[8]!;
  return [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w];
}

/** The map back. */
export function inverted(h: Homography): Homography {
  const [a, b, c, d, e, f, g, i, j] = h as unknown as number[];
  const out = Float64Array.of(
    e! * j! - f! * i!,
    c! * i! - b! * j!,
    b! * f! - c! * e!,
    f! * g! - d! * j!,
    a! * j! - c! * g!,
    c! * d! - a! * f!,
    d! * i! - e! * g!,
    b! * g! - a! * i!,
    a! * e! - b! * d!,
  );
  return out.map((v) => v / out[8]!);
}

/** Solves a symmetric or any other square system in place by Gauss' elimination with pivots; null where it has no one answer. */
export function solveLinear(m: readonly Float64Array[], b: Float64Array): Float64Array | null {
  const n = b.length;
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let r = k + 1; r < n; r++) if (Math.abs(m[r]![k]!) > Math.abs(m[best]![k]!)) best = r;
    if (Math.abs(m[best]![k]!) < 1e-12) return null;
    if (best !== k) {
      for (let c = 0; c < n; c++) [m[k]![c], m[best]![c]] = [m[best]![c]!, m[k]![c]!];
      [b[k], b[best]] = [b[best]!, b[k]!];
    }
    for (let r = k + 1; r < n; r++) {
      const f = m[r]![k]! / m[k]![k]!;
      if (f === 0) continue;
      for (let c = k; c < n; c++) m[r]![c]! -= f * m[k]![c]!;
      b[r]! -= f * b[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    for (let c = k + 1; c < n; c++) b[k]! -= m[k]![c]! * b[c]!;
    b[k]! /= m[k]![k]!;
  }
  return b;
}

/** Least squares of rows · x = values. */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): Float64Array | null {
  const n = rows[0]!.length;
  const m = Array.from({ length: n }, () => new Float64Array(n));
  const b = new Float64Array(n);
  rows.forEach((row, k) => {
    for (let i = 0; i < n; i++) {
      b[i]! += row[i]! * values[k]!;
      for (let j = 0; j < n; j++) m[i]![j]! += row[i]! * row[j]!;
    }
  });
  return solveLinear(m, b);
}

/** Moves and scales places so that they lie about 0 with a mean distance near 1, which keeps the system well conditioned. */
function frameOf(places: readonly (readonly [number, number])[]): { x: number; y: number; scale: number } {
  const mean = (axis: 0 | 1) => places.reduce((sum, p) => sum + p[axis], 0) / places.length;
  const [x, y] = [mean(0), mean(1)];
  const spread = places.reduce((sum, p) => sum + Math.abs(p[0] - x) + Math.abs(p[1] - y), 0) / places.length;
  return { x, y, scale: spread > 0 ? 1 / spread : 1 };
}

/**
 * The projective map that takes four or more places nearest to where they were found (least squares of the linear
 * equations after both planes are normalised; Hartley 1997). Null where the places lie on a line.
 */
export function fitHomography(pairs: readonly PlacePair[]): Homography | null {
  const a = frameOf(pairs.map((p) => p.from));
  const b = frameOf(pairs.map((p) => p.to));
  const rows: number[][] = [];
  const values: number[] = [];
  for (const { from, to } of pairs) {
    const [x, y] = [(from[0] - a.x) * a.scale, (from[1] - a.y) * a.scale];
    const [u, v] = [(to[0] - b.x) * b.scale, (to[1] - b.y) * b.scale];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    values.push(u, v);
  }
  const h = leastSquares(rows, values);
  if (!h) return null;
  // Back from the normalised planes: the scan's frame undone after the chart's.
  const product = (p: readonly number[], q: readonly number[]): number[] =>
    Array.from({ length: 9 }, (_, k) => {
      const [r, c] = [Math.floor(k / 3), k % 3];
      return p[3 * r]! * q[c]! + p[3 * r + 1]! * q[3 + c]! + p[3 * r + 2]! * q[6 + c]!;
    });
  const into = [a.scale, 0, -a.scale * a.x, 0, a.scale, -a.scale * a.y, 0, 0, 1];
  const back = [1 / b.scale, 0, b.x, 0, 1 / b.scale, b.y, 0, 0, 1];
  const whole = product(back, product([...h, 1], into));
  return Float64Array.from(whole, (v) => v / whole[8]!);
}
