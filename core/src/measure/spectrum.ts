import FFT from 'fft.js';

/** The strongest regular pattern in an image: cycles per pixel, and its direction in degrees. */
export interface SpectrumPeak {
  /** Cycles per pixel. */
  readonly frequency: number;
  /** Direction of the wave, counter-clockwise from the x axis, 0 <= angle < 180. */
  readonly angle: number;
  /** Height over the middling strength of waves as long as it. */
  readonly prominence: number;
}

/** A square of samples, row by row, side a power of two. */
interface Square {
  readonly side: number;
  readonly data: Float64Array;
}

function windowed(values: (x: number, y: number) => number, side: number): Square {
  const w = Float64Array.from({ length: side }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (k + 0.5)) / side));
  const data = new Float64Array(side * side);
  let mean = 0;
  for (let y = 0; y < side; y++) for (let x = 0; x < side; x++) mean += values(x, y);
  mean /= side * side;
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) data[y * side + x] = (values(x, y) - mean) * w[x]! * w[y]!;
  return { side, data };
}

/** Squared magnitudes of the two-dimensional transform: rows ky 0..side−1, columns kx 0..side/2. */
function powerOf({ side, data }: Square): Float64Array {
  const fft = new FFT(side);
  const half = side / 2 + 1;
  const columns = new Float64Array(half * side * 2);
  const row = fft.createComplexArray();
  for (let y = 0; y < side; y++) {
    fft.realTransform(row, data.subarray(y * side, (y + 1) * side));
    for (let k = 0; k < half; k++) {
      columns[(k * side + y) * 2] = row[2 * k]!;
      columns[(k * side + y) * 2 + 1] = row[2 * k + 1]!;
    }
  }
  const power = new Float64Array(half * side);
  const out = fft.createComplexArray();
  for (let k = 0; k < half; k++) {
    fft.transform(out, columns.subarray(k * side * 2, (k + 1) * side * 2));
    for (let y = 0; y < side; y++) power[y * half + k] = out[2 * y]! ** 2 + out[2 * y + 1]! ** 2;
  }
  return power;
}

/** Mean power of each whole ring of wave numbers, without its strongest tenth. */
function ringLevels(power: Float64Array, side: number): Float64Array {
  const half = side / 2 + 1;
  const rings: number[][] = Array.from({ length: half + 1 }, () => []);
  for (let y = 0; y < side; y++) {
    const ky = y < side / 2 ? y : y - side;
    for (let kx = 0; kx < half; kx++) {
      const r = Math.round(Math.sqrt(kx * kx + ky * ky));
      if (r <= half) rings[r]!.push(power[y * half + kx]!);
    }
  }
  return Float64Array.from(rings, (ring) => {
    const sorted = Float64Array.from(ring).sort();
    const kept = sorted.subarray(0, Math.max(1, Math.floor(sorted.length * 0.9)));
    return kept.reduce((a, b) => a + b, 0) / kept.length;
  });
}

/** Sums along each row against a wave of kx cycles over the square, kx real: pairs of real and imaginary part. */
function rowWaves({ side, data }: Square, kx: number): Float64Array {
  const wave = new Float64Array(2 * side);
  for (let x = 0; x < side; x++) {
    wave[2 * x] = Math.cos((2 * Math.PI * kx * x) / side);
    wave[2 * x + 1] = -Math.sin((2 * Math.PI * kx * x) / side);
  }
  const sums = new Float64Array(2 * side);
  for (let y = 0; y < side; y++) {
    let re = 0;
    let im = 0;
    for (let x = 0, at = y * side; x < side; x++, at++) {
      re += data[at]! * wave[2 * x]!;
      im += data[at]! * wave[2 * x + 1]!;
    }
    sums[2 * y] = re;
    sums[2 * y + 1] = im;
  }
  return sums;
}

/** Logarithm of the squared strength of the wave with ky cycles down the square, from sums along its rows. */
function strength(rows: Float64Array, ky: number): number {
  const side = rows.length / 2;
  let re = 0;
  let im = 0;
  for (let y = 0; y < side; y++) {
    const a = (2 * Math.PI * ky * y) / side;
    const [c, s] = [Math.cos(a), Math.sin(a)];
    re += rows[2 * y]! * c + rows[2 * y + 1]! * s;
    im += rows[2 * y + 1]! * c - rows[2 * y]! * s;
  }
  return Math.log(re * re + im * im + 1e-300);
}

/** Climbs from a whole-number peak to the true one between the samples, by parabolas of ever closer points. */
function refine(square: Square, kx: number, ky: number): [number, number] {
  let at: [number, number] = [kx, ky];
  for (const step of [0.5, 0.15, 0.03]) {
    const [left, middle, right] = [-step, 0, step].map((d) => rowWaves(square, at[0] + d)) as [
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    const mid = strength(middle, at[1]);
    const vertex = (low: number, high: number) => {
      const bend = low - 2 * mid + high;
      const move = bend < 0 ? (0.5 * (low - high)) / bend : low > high ? -1 : 1;
      return Math.max(-1, Math.min(1, move)) * step;
    };
    at = [
      at[0] + vertex(strength(left, at[1]), strength(right, at[1])),
      at[1] + vertex(strength(middle, at[1] - step), strength(middle, at[1] + step)),
    ];
  }
  return at;
}

/** Waves longer than this many to the square belong to the picture, not to the screen. */
const LONGEST_WAVE = 6;

/**
 * Finds the strongest regular pattern in an image of the given size, from its middle square of
 * `side` pixels (a power of two), Hann-windowed. Strength counts against that of waves of equal
 * length, so that a picture's own broad shapes do not win over the screen.
 */
export function spectrumPeak(
  value: (x: number, y: number) => number,
  width: number,
  height: number,
  largest = 1024,
): SpectrumPeak | null {
  let side = largest;
  while (side > Math.min(width, height)) side /= 2;
  if (side < 32) return null;
  const ox = Math.floor((width - side) / 2);
  const oy = Math.floor((height - side) / 2);
  const square = windowed((x, y) => value(ox + x, oy + y), side);
  const power = powerOf(square);
  const levels = ringLevels(power, side);
  const half = side / 2 + 1;
  const floor = power.reduce((a, b) => a + b, 0) / power.length;
  if (floor === 0) return null;
  let best = { score: 0, kx: 0, ky: 0, prominence: 0 };
  for (let y = 0; y < side; y++) {
    const ky = y < side / 2 ? y : y - side;
    for (let kx = 0; kx < half; kx++) {
      const r = Math.sqrt(kx * kx + ky * ky);
      if (r < LONGEST_WAVE || r > side / 2) continue;
      const p = power[y * half + kx]!;
      const prominence = p / (levels[Math.round(r)]! + floor);
      const score = p * Math.min(1, prominence / 10);
      if (score > best.score) best = { score, kx, ky, prominence };
    }
  }
  if (best.score === 0) return null;
  const [kx, ky] = refine(square, best.kx, best.ky);
  // Rows count downwards; angles are measured with y upwards.
  const angle = (Math.atan2(-ky, kx) * 180) / Math.PI;
  return {
    frequency: Math.sqrt(kx * kx + ky * ky) / side,
    angle: ((angle % 180) + 180) % 180,
    prominence: best.prominence,
  };
}
