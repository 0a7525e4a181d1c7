/** Points that a corral holds at most in three dimensions: the corners of a tetrahedron. */
const MOST = 4;
const MOST_TURNS = 60;
const TINY = 1e-12;

/**
 * The point of a convex hull that is nearest to the origin (Wolfe, Finding the nearest point in a polytope, 1976).
 * @param points three coordinates a point; `count` of them are looked at
 * @param weights receives the share of each point, 0 for most; they sum to 1
 */
export function nearestInHull(points: Float64Array, count: number, weights: Float64Array): void {
  weights.fill(0, 0, count);
  const corral: number[] = [];
  const shares: number[] = [];
  const x = [0, 0, 0];
  const along = (k: number): number => points[3 * k]! * x[0]! + points[3 * k + 1]! * x[1]! + points[3 * k + 2]! * x[2]!;
  const place = (): void => {
    x.fill(0);
    corral.forEach((k, i) => {
      for (let c = 0; c < 3; c++) x[c]! += shares[i]! * points[3 * k + c]!;
    });
  };
  let first = 0;
  const norm = (k: number) =>
    points[3 * k]! * points[3 * k]! + points[3 * k + 1]! * points[3 * k + 1]! + points[3 * k + 2]! * points[3 * k + 2]!;
  for (let k = 1; k < count; k++) if (norm(k) < norm(first)) first = k;
  corral.push(first);
  shares.push(1);
  place();
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    let best = 0;
    for (let k = 1; k < count; k++) if (along(k) < along(best)) best = k;
    const size = x[0]! * x[0]! + x[1]! * x[1]! + x[2]! * x[2]!;
    if (size < TINY || along(best) > size - TINY - 1e-9 * size || corral.includes(best) || corral.length === MOST)
      break;
    corral.push(best);
    shares.push(0);
    for (;;) {
      const wish = affineShares(points, corral);
      if (!wish) {
        drop(corral, shares, corral.length - 1);
        break;
      }
      const least = Math.min(...wish);
      if (least > TINY) {
        wish.forEach((w, i) => {
          shares[i] = w;
        });
        break;
      }
      // As far towards the wish as no share turns negative; whose share ends there leaves.
      let reach = 1;
      wish.forEach((w, i) => {
        if (w <= TINY) reach = Math.min(reach, shares[i]! / Math.max(TINY, shares[i]! - w));
      });
      for (let i = 0; i < shares.length; i++) shares[i] = shares[i]! + reach * (wish[i]! - shares[i]!);
      for (let i = shares.length - 1; i >= 0; i--) if (shares[i]! <= TINY && corral.length > 1) drop(corral, shares, i);
      if (corral.length === 1) {
        shares[0] = 1;
        break;
      }
    }
    place();
  }
  corral.forEach((k, i) => {
    weights[k] = shares[i]!;
  });
}

function drop(corral: number[], shares: number[], at: number): void {
  corral.splice(at, 1);
  shares.splice(at, 1);
}

/** Room for the equations of a corral: a row of Gram products, a border of ones, and the right-hand side. */
const WIDE = MOST + 2;
const rows = new Float64Array((MOST + 1) * WIDE);

function fillEquations(points: Float64Array, corral: readonly number[]): void {
  const n = corral.length;
  for (let r = 0; r <= n; r++) {
    for (let c = 0; c <= n; c++) {
      let value = r === c ? 0 : 1;
      if (r < n && c < n) {
        const [p, q] = [3 * corral[r]!, 3 * corral[c]!];
        value = points[p]! * points[q]! + points[p + 1]! * points[q + 1]! + points[p + 2]! * points[q + 2]!;
      }
      rows[r * WIDE + c] = value;
    }
    rows[r * WIDE + n + 1] = r === n ? 1 : 0;
  }
}

/**
 * Shares, which may be negative, of the point nearest to the origin in the plane, line or space of some points; null if
 * they do not span it.
 */
function affineShares(points: Float64Array, corral: readonly number[]): number[] | null {
  const n = corral.length;
  fillEquations(points, corral);
  for (let k = 0; k <= n; k++) {
    let pivot = k;
    for (let r = k + 1; r <= n; r++) {
      if (Math.abs(rows[r * WIDE + k]!) > Math.abs(rows[pivot * WIDE + k]!)) pivot = r;
    }
    if (Math.abs(rows[pivot * WIDE + k]!) < TINY) return null;
    for (let c = 0; c <= n + 1; c++) {
      const held = rows[k * WIDE + c]!;
      rows[k * WIDE + c] = rows[pivot * WIDE + c]!;
      rows[pivot * WIDE + c] = held;
    }
    for (let r = 0; r <= n; r++) {
      if (r === k) continue;
      const factor = rows[r * WIDE + k]! / rows[k * WIDE + k]!;
      for (let c = k; c <= n + 1; c++) rows[r * WIDE + c]! -= factor * rows[k * WIDE + c]!;
    }
  }
  const shares: number[] = [];
  for (let i = 0; i < n; i++) shares.push(rows[i * WIDE + n + 1]! / rows[i * WIDE + i]!);
  return shares;
}
