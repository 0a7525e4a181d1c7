import FFT from 'fft.js';

/** Squared magnitudes of the two-dimensional transform of a square of samples less their mean, kx + side · ky. */
export function powerOf(data: ArrayLike<number>, side: number): Float64Array {
  const fft = new FFT(side);
  let mean = 0;
  for (let k = 0; k < side * side; k++) mean += data[k]! / (side * side);
  const rows = Array.from({ length: side }, (_, y) => {
    const out = fft.createComplexArray();
    const line = fft.createComplexArray();
    for (let x = 0; x < side; x++) {
      line[2 * x] = data[y * side + x]! - mean;
      line[2 * x + 1] = 0;
    }
    fft.transform(out, line);
    return out;
  });
  const power = new Float64Array(side * side);
  const column = fft.createComplexArray();
  const out = fft.createComplexArray();
  for (let x = 0; x < side; x++) {
    for (let y = 0; y < side; y++) {
      column[2 * y] = rows[y]![2 * x]!;
      column[2 * y + 1] = rows[y]![2 * x + 1]!;
    }
    fft.transform(out, column);
    for (let y = 0; y < side; y++) power[y * side + x] = out[2 * y]! ** 2 + out[2 * y + 1]! ** 2;
  }
  return power;
}

/** Calls `visit` with each wave's frequency (cycles a pixel), direction 0..π and power; the constant is left out. */
export function eachWave(
  power: Float64Array,
  side: number,
  visit: (frequency: number, direction: number, power: number) => void,
): void {
  for (let y = 0; y < side; y++) {
    const ky = y < side / 2 ? y : y - side;
    for (let x = 0; x < side; x++) {
      const kx = x < side / 2 ? x : x - side;
      if (kx === 0 && ky === 0) continue;
      const direction = (Math.atan2(ky, kx) + Math.PI) % Math.PI;
      visit(Math.hypot(kx, ky) / side, direction, power[y * side + x]!);
    }
  }
}

/** Mean power in rings of equal width from 0 to 0.5 cycles a pixel. */
export function ringMeans(power: Float64Array, side: number, rings: number): Float64Array {
  const sums = new Float64Array(rings);
  const counts = new Float64Array(rings);
  eachWave(power, side, (frequency, _, p) => {
    const ring = Math.floor(frequency * 2 * rings);
    if (ring >= rings) return;
    sums[ring]! += p;
    counts[ring]!++;
  });
  return sums.map((s, k) => s / counts[k]!);
}
