import FFT from 'fft.js';

/** The next power of two, at least `n`. */
export function powerOfTwo(n: number): number {
  let size = 2;
  while (size < n) size *= 2;
  return size;
}

/**
 * Two-dimensional Fourier transform of complex values, in place: `re` and `im` hold `height` rows of `width`
 * values, both powers of two. `back` undoes it, scale included.
 */
export function transform2(re: Float64Array, im: Float64Array, width: number, height: number, back = false): void {
  const along = (count: number, length: number, start: (k: number) => number, step: number) => {
    const fft = new FFT(length);
    const input = fft.createComplexArray();
    const output = fft.createComplexArray();
    for (let k = 0; k < count; k++) {
      const from = start(k);
      for (let n = 0; n < length; n++) {
        input[2 * n] = re[from + n * step]!;
        input[2 * n + 1] = im[from + n * step]!;
      }
      if (back) fft.inverseTransform(output, input);
      else fft.transform(output, input);
      for (let n = 0; n < length; n++) {
        re[from + n * step] = output[2 * n]!;
        im[from + n * step] = output[2 * n + 1]!;
      }
    }
  };
  along(height, width, (k) => k * width, 1);
  along(width, height, (k) => k, width);
}

/** Frequency of the k-th of `size` values of a transform, in cycles a value, −½ to ½. */
export const frequencyOf = (k: number, size: number): number => (k <= size / 2 ? k : k - size) / size;

/**
 * Power of a square of values, row by row, its mean taken off and its edges faded (Hann). `side` is a power
 * of two.
 */
export function powerOfSquare(values: ArrayLike<number>, side: number): Float64Array {
  const re = new Float64Array(side * side);
  const im = new Float64Array(side * side);
  let mean = 0;
  for (let k = 0; k < re.length; k++) mean += values[k]!;
  mean /= re.length;
  const fade = Float64Array.from({ length: side }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (k + 0.5)) / side));
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) re[y * side + x] = (values[y * side + x]! - mean) * fade[x]! * fade[y]!;
  }
  transform2(re, im, side, side);
  return re.map((v, k) => v * v + im[k]! * im[k]!);
}
