const STEPS = 60;
const CLOSE = 1e-9;

/**
 * The x in low..high at which a rising function takes a value: Newton's method, kept between halves. Where it does not
 * rise all the way, one of several.
 */
export function solveRising(f: (x: number) => number, value: number, low: number, high: number): number {
  let [a, b] = [low, high];
  let x = Math.min(b, Math.max(a, value));
  for (let k = 0; k < STEPS; k++) {
    const off = f(x) - value;
    if (Math.abs(off) < CLOSE) return x;
    if (off > 0) b = x;
    else a = x;
    const h = 1e-6 * (high - low);
    const slope = (f(x + h) - f(x - h)) / (2 * h);
    const next = x - off / slope;
    x = next > a && next < b ? next : (a + b) / 2;
  }
  return x;
}
