import { AXES, CONES } from '../../../colour/oklab.ts';
import { byteOfLight, LIGHT_OF_BYTE } from '../../../colour/srgb.ts';
import { cubeRoot } from '../../../math/exact.ts';
import { nearestInHull } from '../../../math/nearest-in-hull.ts';

/** How often the nearest mixture is looked for, with better slopes each time. */
const TURNS = 3;
/** Less light than this is no difference. */
const NOTHING = 1e-5;
/** Slopes of cube roots are not taken steeper than this, so that black does not outweigh everything. */
const STEEPEST = 30;
/** Number of colours of which the way to their mixture is kept. */
const MOST_KEPT = 400_000;

let lightBytes: Uint8Array | null = null;

/** The sRGB byte of each 16-bit light. Made once. */
export function bytesOfLight(): Uint8Array {
  lightBytes ??= Uint8Array.from({ length: 65536 }, (_, k) => byteOfLight(k / 65535));
  return lightBytes;
}

const apart = (a: Float64Array, b: Float64Array): number => {
  const [x, y, z] = [a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!];
  return x * x + y * y + z * z;
};

/** Cube roots of the cone responses of some light. */
function rootsOf(light: Float64Array, out: Float64Array): void {
  for (let q = 0; q < 3; q++) {
    const cone = CONES[3 * q]! * light[0]! + CONES[3 * q + 1]! * light[1]! + CONES[3 * q + 2]! * light[2]!;
    out[q] = cubeRoot(Math.max(0, cone));
  }
}

/**
 * Finds the mixture of palette colours, by areas in linear light, that comes nearest a colour in OKLab. Differences in
 * OKLab are taken by the secants of its cube roots between the colour and the mixture that was found the time before.
 * @param points linear light of the colours, three numbers each
 */
export function nearestMixture(points: Float64Array): (light: Float64Array, out: Float64Array) => void {
  const count = points.length / 3;
  const weights = new Float64Array(count);
  const looks = new Float64Array(3 * count);
  const wantedRoots = new Float64Array(3);
  const roots = new Float64Array(3);
  return (light, mixed) => {
    mixed.set(light);
    rootsOf(light, wantedRoots);
    for (let turn = 0; turn < TURNS; turn++) {
      rootsOf(mixed, roots);
      const slopes = [0, 1, 2].map((q) => {
        const [a, b] = [wantedRoots[q]!, roots[q]!];
        return Math.min(STEEPEST, 1 / Math.max(1e-9, a * a + a * b + b * b));
      });
      const [s0, s1, s2] = slopes as [number, number, number];
      for (let k = 0; k < count; k++) {
        const x = points[3 * k]! - light[0]!;
        const y = points[3 * k + 1]! - light[1]!;
        const z = points[3 * k + 2]! - light[2]!;
        const l = s0 * (CONES[0] * x + CONES[1] * y + CONES[2] * z);
        const m = s1 * (CONES[3] * x + CONES[4] * y + CONES[5] * z);
        const s = s2 * (CONES[6] * x + CONES[7] * y + CONES[8] * z);
        for (let p = 0; p < 3; p++) looks[3 * k + p] = AXES[3 * p]! * l + AXES[3 * p + 1]! * m + AXES[3 * p + 2]! * s;
      }
      nearestInHull(looks, count, weights);
      mixed.fill(0);
      for (let k = 0; k < count; k++) {
        if (weights[k]! > 0) for (let c = 0; c < 3; c++) mixed[c]! += weights[k]! * points[3 * k + c]!;
      }
      if (apart(mixed, light) < NOTHING) return;
    }
  };
}

/**
 * Brings colours within the reach of a palette: writes, for 16-bit light, the light of the nearest mixture, and the light
 * itself where mixtures reach it. Without that, errors of colours that no mixture reaches would pile up and smear.
 */
export function createReach(points: Float64Array): (r: number, g: number, b: number, out: Float64Array) => void {
  const mixtureOf = nearestMixture(points);
  const bytes = bytesOfLight();
  const moves = new Map<number, readonly [number, number, number] | null>();
  const light = new Float64Array(3);
  const mixed = new Float64Array(3);

  /** The way from a colour, by its bytes, to its nearest mixture; null where there is none to go. */
  function moveOf(r: number, g: number, b: number): readonly [number, number, number] | null {
    [r, g, b].forEach((byte, c) => {
      light[c] = LIGHT_OF_BYTE[byte]! / 65535;
    });
    mixtureOf(light, mixed);
    const [x, y, z] = [0, 1, 2].map((c) => mixed[c]! - light[c]!) as [number, number, number];
    return x * x + y * y + z * z < NOTHING ? null : [x, y, z];
  }

  let [lastKey, last]: [number, readonly [number, number, number] | null] = [-1, null];
  return (r, g, b, out) => {
    const key = (bytes[r]! << 16) | (bytes[g]! << 8) | bytes[b]!;
    if (key !== lastKey) {
      let known = moves.get(key);
      if (known === undefined) {
        known = moveOf(bytes[r]!, bytes[g]!, bytes[b]!);
        if (moves.size >= MOST_KEPT) moves.clear();
        moves.set(key, known);
      }
      lastKey = key;
      last = known;
    }
    out[0] = r / 65535 + (last ? last[0] : 0);
    out[1] = g / 65535 + (last ? last[1] : 0);
    out[2] = b / 65535 + (last ? last[2] : 0);
  };
}
