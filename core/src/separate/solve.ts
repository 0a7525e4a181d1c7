import { AXES, CONES } from '../colour/oklab.ts';
import { cubeRoot, square } from '../math/exact.ts';
import { type PrintModel, signedPower } from './model.ts';

/** What coverages are looked for. */
export interface Wish {
  /** OKLab of the colour. */
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

/** Where several coverages print the same colour, which of them is taken. */
export interface Leaning {
  /** The least and most of each ink. */
  readonly low: Float64Array;
  readonly high: Float64Array;
  /** Coverage that each ink is drawn to, and how strongly (as an OKLab difference squared). */
  readonly to: Float64Array;
  readonly pull: Float64Array;
  /** Most that all inks together may cover; more counts as error. */
  readonly limit: number;
}

/** Finds coverages that print a colour, from a start that is changed in place. Returns the squared OKLab error. */
export type Solver = (wish: Wish, leaning: Leaning, coverages: Float64Array) => number;

const TURNS = 14;
const SMALL_STEP = 1e-5;
/** Darker than this light the cube root's slope is taken to stay as it is. */
const DARKEST = 1e-5;
/** How strongly ink beyond the limit counts. */
const OVER = 4;

/**
 * A least-squares search for coverages (Levenberg 1944, Marquardt 1963) between bounds, by the model's exact
 * slopes. Arithmetic that is alike on every engine, so that browser and server separate alike.
 */
export function createSolver(model: PrintModel): Solver {
  const { inks, n, corners } = model;
  const levels = Array.from({ length: inks + 1 }, (_, k) => new Float64Array(3 << k));
  const fold = new Float64Array(3 << inks);
  const lab = new Float64Array(3);
  const slope = new Float64Array(3 * inks);
  const light = new Float64Array(3);
  const root = new Float64Array(3);
  const normal = new Float64Array(inks * inks);
  const lower = new Float64Array(inks * inks);
  const gradient = new Float64Array(inks);
  const step = new Float64Array(inks);
  const trial = new Float64Array(inks);
  const free = new Uint8Array(inks);

  /** Folds a plane of corners by coverages of inks below `from`, in place; the first triple is the mean. */
  function foldDown(values: Float64Array, from: number, c: Float64Array): void {
    for (let k = from - 1; k >= 0; k--) {
      const half = 3 << k;
      const share = c[k]!;
      for (let s = 0; s < half; s++) values[s] = values[s]! + share * (values[s + half]! - values[s]!);
    }
  }

  function labOf(c: Float64Array): void {
    levels[inks]!.set(corners);
    for (let k = inks - 1; k >= 0; k--) {
      const half = 3 << k;
      const [above, here, share] = [levels[k + 1]!, levels[k]!, c[k]!];
      for (let s = 0; s < half; s++) here[s] = above[s]! + share * (above[s + half]! - above[s]!);
    }
    for (let p = 0; p < 3; p++) light[p] = signedPower(levels[0]![p]!, n);
    for (let q = 0; q < 3; q++) {
      const cone = CONES[3 * q]! * light[0]! + CONES[3 * q + 1]! * light[1]! + CONES[3 * q + 2]! * light[2]!;
      root[q] = cubeRoot(Math.max(DARKEST, cone)) + (cone < DARKEST ? (cone - DARKEST) * 700 : 0);
    }
    for (let q = 0; q < 3; q++) {
      lab[q] = AXES[3 * q]! * root[0]! + AXES[3 * q + 1]! * root[1]! + AXES[3 * q + 2]! * root[2]!;
    }
  }

  /** Slopes of L, a, b by each coverage; after labOf of the same coverages. */
  function slopes(c: Float64Array): void {
    for (let k = 0; k < inks; k++) {
      const half = 3 << k;
      const above = levels[k + 1]!;
      for (let s = 0; s < half; s++) fold[s] = above[s + half]! - above[s]!;
      foldDown(fold, k, c);
      for (let p = 0; p < 3; p++) {
        const v = levels[0]![p]!;
        fold[p] = fold[p]! * (n === 1 ? 1 : n * signedPower(Math.max(1e-4, Math.abs(v)), n - 1));
      }
      for (let q = 0; q < 3; q++) {
        const cone = CONES[3 * q]! * fold[0]! + CONES[3 * q + 1]! * fold[1]! + CONES[3 * q + 2]! * fold[2]!;
        light[q] = cone / (3 * Math.max(4.6e-4, root[q]! * root[q]!));
      }
      for (let q = 0; q < 3; q++) {
        slope[q * inks + k] = AXES[3 * q]! * light[0]! + AXES[3 * q + 1]! * light[1]! + AXES[3 * q + 2]! * light[2]!;
      }
    }
  }

  /** The squared error of coverages with what they lean away; lab is theirs afterwards. */
  function errorOf(wish: Wish, { to, pull, limit }: Leaning, c: Float64Array): number {
    labOf(c);
    let error = square(lab[0]! - wish.L) + square(lab[1]! - wish.a) + square(lab[2]! - wish.b);
    let sum = 0;
    for (let k = 0; k < inks; k++) {
      error += pull[k]! * square(c[k]! - to[k]!);
      sum += c[k]!;
    }
    if (sum > limit) error += OVER * square(sum - limit);
    return error;
  }

  /** Solves the damped normal equations for the free inks (Cholesky); false when they have no solution. */
  function solveStep(damping: number): boolean {
    for (let r = 0; r < inks; r++) {
      if (!free[r]) {
        step[r] = 0;
        continue;
      }
      for (let q = 0; q <= r; q++) {
        if (!free[q]) continue;
        let sum = normal[r * inks + q]!;
        if (r === q) sum += damping * (sum + 1e-6);
        for (let k = 0; k < q; k++) if (free[k]) sum -= lower[r * inks + k]! * lower[q * inks + k]!;
        if (r === q) {
          if (!(sum > 0)) return false;
          lower[r * inks + r] = Math.sqrt(sum);
        } else lower[r * inks + q] = sum / lower[q * inks + q]!;
      }
      let sum = -gradient[r]!;
      for (let k = 0; k < r; k++) if (free[k]) sum -= lower[r * inks + k]! * step[k]!;
      step[r] = sum / lower[r * inks + r]!;
    }
    for (let r = inks - 1; r >= 0; r--) {
      if (!free[r]) continue;
      let sum = step[r]!;
      for (let k = r + 1; k < inks; k++) if (free[k]) sum -= lower[k * inks + r]! * step[k]!;
      step[r] = sum / lower[r * inks + r]!;
    }
    return true;
  }

  return (wish, leaning, c) => {
    const { low, high, to, pull, limit } = leaning;
    for (let k = 0; k < inks; k++) c[k] = Math.min(high[k]!, Math.max(low[k]!, c[k]!));
    let error = errorOf(wish, leaning, c);
    let damping = 1e-3;
    for (let turn = 0; turn < TURNS; turn++) {
      // What was tried last is c, so that lab, root and levels are those of c.
      slopes(c);
      let sum = 0;
      for (let k = 0; k < inks; k++) sum += c[k]!;
      const over = Math.max(0, sum - limit);
      const off = [lab[0]! - wish.L, lab[1]! - wish.a, lab[2]! - wish.b];
      for (let r = 0; r < inks; r++) {
        gradient[r] = pull[r]! * (c[r]! - to[r]!) + OVER * over;
        for (let p = 0; p < 3; p++) gradient[r]! += slope[p * inks + r]! * off[p]!;
        for (let q = 0; q <= r; q++) {
          let s = over > 0 ? OVER : 0;
          for (let p = 0; p < 3; p++) s += slope[p * inks + r]! * slope[p * inks + q]!;
          normal[r * inks + q] = s + (r === q ? pull[r]! : 0);
        }
        const stuck = (c[r]! <= low[r]! && gradient[r]! > 0) || (c[r]! >= high[r]! && gradient[r]! < 0);
        free[r] = stuck || low[r] === high[r] ? 0 : 1;
      }
      let moved = 0;
      for (let tries = 0; tries < 6; tries++) {
        if (!solveStep(damping)) {
          damping = damping * 10 + 1e-6;
          continue;
        }
        let largest = 0;
        for (let k = 0; k < inks; k++) {
          trial[k] = Math.min(high[k]!, Math.max(low[k]!, c[k]! + step[k]!));
          largest = Math.max(largest, Math.abs(trial[k]! - c[k]!));
        }
        if (largest < SMALL_STEP) break;
        const next = errorOf(wish, leaning, trial);
        if (next < error) {
          c.set(trial);
          error = next;
          moved = largest;
          damping /= 8;
          break;
        }
        damping = damping * 8 + 1e-9;
      }
      if (moved < SMALL_STEP) break;
    }
    labOf(c);
    return square(lab[0]! - wish.L) + square(lab[1]! - wish.a) + square(lab[2]! - wish.b);
  };
}
