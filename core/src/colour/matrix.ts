/** A 3 × 3 matrix, row by row. */
export type Matrix = readonly [number, number, number, number, number, number, number, number, number];
export type Triple = readonly [number, number, number];

export function apply(m: Matrix, [x, y, z]: Triple): [number, number, number] {
  return [m[0] * x + m[1] * y + m[2] * z, m[3] * x + m[4] * y + m[5] * z, m[6] * x + m[7] * y + m[8] * z];
}

export function times(a: Matrix, b: Matrix): Matrix {
  const out = new Array<number>(9).fill(0);
  for (let r = 0; r < 3; r++) {
    for (let c = 0; c < 3; c++) for (let k = 0; k < 3; k++) out[3 * r + c]! += a[3 * r + k]! * b[3 * k + c]!;
  }
  return out as unknown as Matrix;
}

export function inverse(m: Matrix): Matrix {
  const [a, b, c, d, e, f, g, h, i] = m;
  const [A, B, C] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const det = a * A + b * B + c * C;
  return [
    A / det,
    (c * h - b * i) / det,
    (b * f - c * e) / det,
    B / det,
    (a * i - c * g) / det,
    (c * d - a * f) / det,
    C / det,
    (b * g - a * h) / det,
    (a * e - b * d) / det,
  ];
}
