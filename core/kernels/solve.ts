import { cubeRoot, power } from './exact';

/** The same constants as in src/separate/solve.ts. */
const TURNS = 14;
const SMALL_STEP: f64 = 1e-5;
const DARKEST: f64 = 1e-5;
const OVER: f64 = 4;

/** Cones and axes of OKLab, row by row (Ottosson 2020), as in src/colour/oklab.ts. */
const CONES = memory.data<f64>([
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566, 0.0883024619, 0.2817188376,
  0.6299787005,
]);
const AXES = memory.data<f64>([
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371, 0.7827717662,
  -0.808675766,
]);

// @ts-ignore: decorator
@inline
function get(at: usize, k: i32): f64 {
  return load<f64>(at + ((<usize>k) << 3));
}

// @ts-ignore: decorator
@inline
function put(at: usize, k: i32, value: f64): void {
  store<f64>(at + ((<usize>k) << 3), value);
}

// @ts-ignore: decorator
@inline
function square(x: f64): f64 {
  return x * x;
}

function signedPower(x: f64, exponent: f64): f64 {
  if (exponent == 1) return x;
  return x < 0 ? -power(-x, exponent) : power(x, exponent);
}

/** What one search works with; set at its start. All are blocks of f64. */
let inks = 0;
let n: f64 = 1;
let corners: usize = 0;
let levels: usize = 0;
let fold: usize = 0;
let lab: usize = 0;
let slope: usize = 0;
let light: usize = 0;
let root: usize = 0;
let normal: usize = 0;
let lower: usize = 0;
let gradient: usize = 0;
let step: usize = 0;
let trial: usize = 0;
let free: usize = 0;
let wish: usize = 0;
let low: usize = 0;
let high: usize = 0;
let to: usize = 0;
let pull: usize = 0;
let limit: f64 = 0;

/** The corners folded by the inks from k on. */
// @ts-ignore: decorator
@inline
function level(k: i32): usize {
  return k == inks ? corners : levels + ((<usize>(3 * ((1 << k) - 1))) << 3);
}

// @ts-ignore: decorator
@inline
function row(table: usize, q: i32, values: usize): f64 {
  return get(table, 3 * q) * get(values, 0) + get(table, 3 * q + 1) * get(values, 1) + get(table, 3 * q + 2) * get(values, 2);
}

function labOf(c: usize): void {
  for (let k = inks - 1; k >= 0; k--) {
    const half = 3 << k;
    const above = level(k + 1);
    const here = level(k);
    const share = get(c, k);
    for (let s = 0; s < half; s++) put(here, s, get(above, s) + share * (get(above, s + half) - get(above, s)));
  }
  for (let p = 0; p < 3; p++) put(light, p, signedPower(get(level(0), p), n));
  for (let q = 0; q < 3; q++) {
    const cone = row(CONES, q, light);
    put(root, q, cubeRoot(max(DARKEST, cone)) + (cone < DARKEST ? (cone - DARKEST) * 700 : 0));
  }
  for (let q = 0; q < 3; q++) put(lab, q, row(AXES, q, root));
}

function slopes(c: usize): void {
  for (let k = 0; k < inks; k++) {
    const half = 3 << k;
    const above = level(k + 1);
    for (let s = 0; s < half; s++) put(fold, s, get(above, s + half) - get(above, s));
    for (let m = k - 1; m >= 0; m--) {
      const part = 3 << m;
      const share = get(c, m);
      for (let s = 0; s < part; s++) put(fold, s, get(fold, s) + share * (get(fold, s + part) - get(fold, s)));
    }
    for (let p = 0; p < 3; p++) {
      const v = get(level(0), p);
      put(fold, p, get(fold, p) * (n == 1 ? 1 : n * signedPower(max(1e-4, Math.abs(v)), n - 1)));
    }
    for (let q = 0; q < 3; q++) {
      put(light, q, row(CONES, q, fold) / (3 * max(4.6e-4, get(root, q) * get(root, q))));
    }
    for (let q = 0; q < 3; q++) put(slope, q * inks + k, row(AXES, q, light));
  }
}

function offWish(): f64 {
  return square(get(lab, 0) - get(wish, 0)) + square(get(lab, 1) - get(wish, 1)) + square(get(lab, 2) - get(wish, 2));
}

function errorOf(c: usize): f64 {
  labOf(c);
  let error = offWish();
  let sum: f64 = 0;
  for (let k = 0; k < inks; k++) {
    error += get(pull, k) * square(get(c, k) - get(to, k));
    sum += get(c, k);
  }
  if (sum > limit) error += OVER * square(sum - limit);
  return error;
}

function solveStep(damping: f64): bool {
  for (let r = 0; r < inks; r++) {
    if (get(free, r) == 0) {
      put(step, r, 0);
      continue;
    }
    for (let q = 0; q <= r; q++) {
      if (get(free, q) == 0) continue;
      let sum = get(normal, r * inks + q);
      if (r == q) sum += damping * (sum + 1e-6);
      for (let k = 0; k < q; k++) {
        if (get(free, k) != 0) sum -= get(lower, r * inks + k) * get(lower, q * inks + k);
      }
      if (r == q) {
        if (!(sum > 0)) return false;
        put(lower, r * inks + r, Math.sqrt(sum));
      } else put(lower, r * inks + q, sum / get(lower, q * inks + q));
    }
    let sum = -get(gradient, r);
    for (let k = 0; k < r; k++) if (get(free, k) != 0) sum -= get(lower, r * inks + k) * get(step, k);
    put(step, r, sum / get(lower, r * inks + r));
  }
  for (let r = inks - 1; r >= 0; r--) {
    if (get(free, r) == 0) continue;
    let sum = get(step, r);
    for (let k = r + 1; k < inks; k++) if (get(free, k) != 0) sum -= get(lower, k * inks + r) * get(step, k);
    put(step, r, sum / get(lower, r * inks + r));
  }
  return true;
}

/** Derivatives at c, and which inks are free to move; after labOf and slopes. */
function derive(c: usize): void {
  let sum: f64 = 0;
  for (let k = 0; k < inks; k++) sum += get(c, k);
  const over = max(0.0, sum - limit);
  for (let r = 0; r < inks; r++) {
    let own = get(pull, r) * (get(c, r) - get(to, r)) + OVER * over;
    for (let p = 0; p < 3; p++) own += get(slope, p * inks + r) * (get(lab, p) - get(wish, p));
    put(gradient, r, own);
    for (let q = 0; q <= r; q++) {
      let s: f64 = over > 0 ? OVER : 0;
      for (let p = 0; p < 3; p++) s += get(slope, p * inks + r) * get(slope, p * inks + q);
      put(normal, r * inks + q, s + (r == q ? get(pull, r) : 0));
    }
    const stuck = (get(c, r) <= get(low, r) && own > 0) || (get(c, r) >= get(high, r) && own < 0);
    put(free, r, stuck || get(low, r) == get(high, r) ? 0 : 1);
  }
}

function keepWithin(value: f64, k: i32): f64 {
  return min(get(high, k), max(get(low, k), value));
}

/**
 * The search of src/separate/solve.ts, bit for bit. Blocks of f64: `model` holds n and then three corners a code, `wish`
 * L, a and b, `leaning` low, high, to, pull and the limit, `c` the coverages, which are changed in place; `work` has room
 * for the search: 3 · 2^inks · 2 + 2 · inks² + 8 · inks + 12 values.
 */
export function solveInks(count: i32, model: usize, wished: usize, leaning: usize, c: usize, work: usize): f64 {
  inks = count;
  n = load<f64>(model);
  corners = model + 8;
  wish = wished;
  const wide = (<usize>count) << 3;
  low = leaning;
  high = low + wide;
  to = high + wide;
  pull = to + wide;
  limit = load<f64>(pull + wide);
  const plane = ((<usize>3) << count) << 3;
  levels = work;
  fold = levels + plane;
  lab = fold + plane;
  light = lab + 24;
  root = light + 24;
  slope = root + 24;
  normal = slope + 3 * wide;
  lower = normal + wide * <usize>count;
  gradient = lower + wide * <usize>count;
  step = gradient + wide;
  trial = step + wide;
  free = trial + wide;

  for (let k = 0; k < inks; k++) put(c, k, keepWithin(get(c, k), k));
  let error = errorOf(c);
  let damping: f64 = 1e-3;
  for (let turn = 0; turn < TURNS; turn++) {
    // What was tried last is c, so that lab, root and levels are those of c.
    slopes(c);
    derive(c);
    let moved: f64 = 0;
    for (let tries = 0; tries < 6; tries++) {
      if (!solveStep(damping)) {
        damping = damping * 10 + 1e-6;
        continue;
      }
      let largest: f64 = 0;
      for (let k = 0; k < inks; k++) {
        const next = keepWithin(get(c, k) + get(step, k), k);
        put(trial, k, next);
        largest = max(largest, Math.abs(next - get(c, k)));
      }
      if (largest < SMALL_STEP) break;
      const next = errorOf(trial);
      if (next < error) {
        for (let k = 0; k < inks; k++) put(c, k, get(trial, k));
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
  return offWish();
}
