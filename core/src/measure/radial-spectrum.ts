import { frequencyOf, powerOfSquare } from './fft2.ts';

/**
 * Power of a square of values by frequency, averaged over all directions: `bins` equal classes from 0 to
 * ½ cycle a value. The mean is taken off and the edges faded (Hann). `side` is a power of two.
 */
export function radialSpectrum(values: ArrayLike<number>, side: number, bins: number): Float64Array {
  const power = powerOfSquare(values, side);
  const sums = new Float64Array(bins);
  const counts = new Float64Array(bins);
  for (let y = 0; y < side; y++) {
    const fy = frequencyOf(y, side);
    for (let x = 0; x < side; x++) {
      const fx = frequencyOf(x, side);
      const bin = Math.floor(Math.sqrt(fx * fx + fy * fy) * 2 * bins);
      if (bin >= bins || (x === 0 && y === 0)) continue;
      sums[bin]! += power[y * side + x]!;
      counts[bin]!++;
    }
  }
  return sums.map((s, k) => (counts[k]! > 0 ? s / (counts[k]! * side * side) : 0));
}
