import { frequencyOf, powerOfTwo, transform2 } from './fft2.ts';

/**
 * How much of the contrast of a grating reaches the eye, by cycles a degree: Mannos & Sakrison, The effects
 * of a visual fidelity criterion on the encoding of images (IEEE Trans. Inform. Theory, 1974),
 * A(f) = 2.6 (0.0192 + 0.114 f) exp(−(0.114 f)^1.1).
 */
export const contrastSensitivity = (cyclesPerDegree: number): number =>
  2.6 * (0.0192 + 0.114 * cyclesPerDegree) * Math.exp(-((0.114 * cyclesPerDegree) ** 1.1));

/** Where that is at its highest, in cycles a degree, and how high it is. */
const PEAK = 7.89;
const HIGHEST = contrastSensitivity(PEAK);

/** The same as a low-pass: below its peak everything passes, so that mean tones stay what they are. */
export const eyePasses = (cyclesPerDegree: number): number =>
  cyclesPerDegree <= PEAK ? 1 : contrastSensitivity(cyclesPerDegree) / HIGHEST;

/** Millimetres that one degree spans at a distance in metres. */
export const mmPerDegree = (metres: number): number => 2000 * metres * Math.tan(Math.PI / 360);

/**
 * What the eye makes of a picture: planes of linear light, filtered by its contrast sensitivity. The
 * picture is carried on mirrored at its edges. `perDegree`: pixels a degree.
 */
export function seenFrom(
  planes: readonly Float32Array[],
  width: number,
  height: number,
  perDegree: number,
): Float32Array[] {
  // Room for the mirror, so that one edge does not reach the other.
  const room = Math.min(64, Math.max(8, Math.ceil(perDegree)));
  const w = powerOfTwo(width + room);
  const h = powerOfTwo(height + room);
  const mirrored = (k: number, size: number, whole: number) => {
    if (k < size) return k;
    const beyond = k - size;
    const left = whole - size;
    // The first half of the room mirrors the far edge, the second the near one.
    return beyond < left / 2 ? Math.max(0, size - 1 - beyond) : Math.min(size - 1, whole - 1 - k);
  };
  const columns = Int32Array.from({ length: w }, (_, x) => mirrored(x, width, w));
  const rows = Int32Array.from({ length: h }, (_, y) => mirrored(y, height, h));
  const fill = (to: Float64Array, plane: Float32Array | undefined) => {
    if (!plane) return;
    for (let y = 0; y < h; y++) {
      for (let x = 0; x < w; x++) to[y * w + x] = plane[rows[y]! * width + columns[x]!]!;
    }
  };
  const gain = new Float64Array(w * h);
  for (let y = 0; y < h; y++) {
    const fy = frequencyOf(y, h);
    for (let x = 0; x < w; x++) {
      const fx = frequencyOf(x, w);
      gain[y * w + x] = eyePasses(Math.sqrt(fx * fx + fy * fy) * perDegree);
    }
  }
  const out: Float32Array[] = [];
  // Two real planes go through one complex transform.
  for (let p = 0; p < planes.length; p += 2) {
    const re = new Float64Array(w * h);
    const im = new Float64Array(w * h);
    fill(re, planes[p]);
    fill(im, planes[p + 1]);
    transform2(re, im, w, h);
    for (let k = 0; k < re.length; k++) {
      re[k]! *= gain[k]!;
      im[k]! *= gain[k]!;
    }
    transform2(re, im, w, h, true);
    for (const plane of planes[p + 1] ? [re, im] : [re]) {
      const seen = new Float32Array(width * height);
      for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) seen[y * width + x] = plane[y * w + x]!;
      out.push(seen);
    }
  }
  return out;
}
