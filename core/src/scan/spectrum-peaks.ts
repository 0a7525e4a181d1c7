import { powerOfTwo, transform2 } from '../measure/fft2.ts';

/** Three numbers, of red, green and blue. */
export type Rgb = readonly [number, number, number];

/** A regular wave in a scan. */
export interface Wave {
  /** Cycles a pixel across and down; rows count downwards. */
  readonly fx: number;
  readonly fy: number;
  /** Power, and how far it stands over that of waves as long as it. */
  readonly power: number;
  readonly prominence: number;
  /** How strongly each channel has it; those that go against the strongest are negative. */
  readonly channels: Rgb;
}

/** The power of three channels of a square, and what stands out of it. */
export interface Spectrum {
  readonly side: number;
  /** Pixels that were transformed along each side. */
  readonly size: number;
  /** Sum over the channels, rows ky and columns kx, 0 .. side − 1. */
  readonly power: Float64Array;
  /** Middling power of each ring of wave numbers. */
  readonly rings: Float64Array;
  readonly re: readonly Float64Array[];
  readonly im: readonly Float64Array[];
}

const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1] ?? 0;

/**
 * Transforms a square of `size` pixels of some channels, its edges faded (Hann) and its mean taken off, in the middle of
 * nothing up to the next power of two.
 */
export function spectrumOf(
  size: number,
  value: (channel: number, x: number, y: number) => number,
  channels = 3,
): Spectrum {
  const side = powerOfTwo(size);
  const fade = Float64Array.from({ length: size }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (k + 0.5)) / size));
  const planes = Array.from({ length: channels }, (_, c) => {
    const plane = new Float64Array(side * side);
    let mean = 0;
    for (let y = 0; y < size; y++) {
      for (let x = 0, k = y * side; x < size; x++, k++) {
        const v = value(c, x, y);
        plane[k] = v;
        mean += v;
      }
    }
    mean /= size * size;
    for (let y = 0; y < size; y++) {
      for (let x = 0, k = y * side; x < size; x++, k++) plane[k] = (plane[k]! - mean) * fade[x]! * fade[y]!;
    }
    return plane;
  });
  const re: Float64Array[] = [];
  const im: Float64Array[] = [];
  // Two real planes go through one complex transform and are told apart by their symmetry.
  for (let c = 0; c < channels; c += 2) {
    const a = planes[c]!;
    const b = planes[c + 1] ?? new Float64Array(a.length);
    transform2(a, b, side, side);
    const [ar, ai, br, bi] = [0, 1, 2, 3].map(() => new Float64Array(a.length)) as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    for (let y = 0; y < side; y++) {
      const down = ((side - y) % side) * side;
      for (let x = 0; x < side; x++) {
        const k = y * side + x;
        const m = down + ((side - x) % side);
        ar[k] = (a[k]! + a[m]!) / 2;
        ai[k] = (b[k]! - b[m]!) / 2;
        br[k] = (b[k]! + b[m]!) / 2;
        bi[k] = (a[m]! - a[k]!) / 2;
      }
    }
    re.push(ar);
    im.push(ai);
    if (c + 1 < channels) {
      re.push(br);
      im.push(bi);
    }
  }
  const power = new Float64Array(side * side);
  for (let c = 0; c < channels; c++)
    for (let k = 0; k < power.length; k++) power[k]! += re[c]![k]! ** 2 + im[c]![k]! ** 2;
  return { side, size, power, rings: ringLevels(power, side), re, im };
}

function ringLevels(power: Float64Array, side: number): Float64Array {
  const half = side / 2;
  const rings: number[][] = Array.from({ length: half + 1 }, () => []);
  for (let y = 0; y < side; y++) {
    const ky = y < half ? y : y - side;
    for (let x = 0; x < half; x++) {
      const r = Math.round(Math.sqrt(x * x + ky * ky));
      // A part of a large ring tells its level as well as all of it.
      if (r <= half && (r < 64 || (x + y) % 4 === 0)) rings[r]!.push(power[y * half * 2 + x]!);
    }
  }
  return Float64Array.from(rings, median);
}

/** Waves longer than a cell of so many to the square belong to the picture. */
const FEWEST_CYCLES = 7;

/** Where a parabola through three logarithms is highest, −½ to ½. */
function vertex(low: number, middle: number, high: number): number {
  const [a, b, c] = [Math.log(low + 1e-300), Math.log(middle + 1e-300), Math.log(high + 1e-300)];
  const bend = a - 2 * b + c;
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (a - c)) / bend)) : 0;
}

/** The waves that stand out, strongest first, each once (of a wave and its mirror image, that to the right). */
export function wavesOf({ side, size, power, rings, re, im }: Spectrum, least = 25, most = 160): Wave[] {
  const half = side / 2;
  const at = (x: number, y: number) => power[((y + side) % side) * side + ((x + side) % side)]!;
  const found: Wave[] = [];
  for (let y = -half + 1; y < half - 1; y++) {
    for (let x = 0; x < half - 1; x++) {
      if (x === 0 && y < 0) continue;
      const r = Math.sqrt(x * x + y * y);
      if (r < (FEWEST_CYCLES * side) / size || r > half - 2) continue;
      const p = at(x, y);
      const prominence = p / (rings[Math.round(r)]! + 1e-300);
      if (prominence < least) continue;
      let highest = true;
      for (let j = -1; j <= 1 && highest; j++)
        for (let i = -1; i <= 1; i++) if ((i || j) && at(x + i, y + j) > p) highest = false;
      if (!highest) continue;
      const k = ((y + side) % side) * side + x;
      const strengths = re.map((v, c) => Math.hypot(v[k]!, im[c]![k]!));
      const first = strengths.indexOf(Math.max(...strengths));
      const channels = re.map(
        (v, c) => (v[k]! * re[first]![k]! + im[c]![k]! * im[first]![k]!) / (strengths[first]! + 1e-300),
      );
      found.push({
        fx: (x + vertex(at(x - 1, y), p, at(x + 1, y))) / side,
        fy: (y + vertex(at(x, y - 1), p, at(x, y + 1))) / side,
        power: p,
        prominence,
        channels: [channels[0]!, channels[1] ?? channels[0]!, channels[2] ?? channels[0]!],
      });
    }
  }
  return found.sort((a, b) => b.power - a.power).slice(0, most);
}
