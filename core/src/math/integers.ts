/** x modulo n in 0..n-1, also for negative x. */
export function modulo(x: number, n: number): number {
  const r = x % n;
  return r < 0 ? r + n : r;
}

/** Greatest common divisor g of a and b (g >= 0) with p, q such that p·a + q·b = g. */
export function bezout(a: number, b: number): { g: number; p: number; q: number } {
  let [r0, r1, p0, p1, q0, q1] = [a, b, 1, 0, 0, 1];
  while (r1 !== 0) {
    const k = Math.trunc(r0 / r1);
    [r0, r1] = [r1, r0 - k * r1];
    [p0, p1] = [p1, p0 - k * p1];
    [q0, q1] = [q1, q0 - k * q1];
  }
  return r0 < 0 ? { g: -r0, p: -p0, q: -q0 } : { g: r0, p: p0, q: q0 };
}
