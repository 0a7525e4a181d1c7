import { luminance as luminanceOf } from '../../../colour/luminance.ts';
import { inverse, type Matrix } from '../../../colour/matrix.ts';
import { AXES, CONES, oklabOfLight } from '../../../colour/oklab.ts';
import { cubeRoot } from '../../../math/exact.ts';
import { LIGHT_OF_BYTE, linearOfHex } from '../../../colour/srgb.ts';
import { bytesOfLight, createReach } from './palette-reach.ts';

/**
 * A palette ready for comparing. All coordinates are linear light, so that errors that are carried on keep the light of
 * the picture; only which colour is nearest is decided in the space that was asked for.
 */
export interface PreparedPalette {
  readonly count: number;
  /** Linear light of the colours, three numbers each. */
  readonly points: Float64Array;
  /** Luminance of each colour. */
  readonly luminance: Float64Array;
  /** Writes the linear light that is printed for 16-bit light: that itself, or the nearest that mixtures reach. */
  reach(r: number, g: number, b: number, out: Float64Array): void;
  /**
   * Index of the nearest colour to linear light, which carried errors may have moved outside 0..1. `strayed`: errors have
   * grown so much that the colour is taken which brings them back.
   */
  nearest(r: number, g: number, b: number, strayed?: boolean): number;
  /** Whether carried errors of light have strayed. */
  strayed(r: number, g: number, b: number): boolean;
  /**
   * The share of an error of light that is carried on: all of it, unless it is far beyond the spread of the palette. At the
   * rim of what mixtures reach nothing could bring such an error back, and it would spread over the sheet.
   */
  carried(r: number, g: number, b: number): number;
}

/** The nearest of some points, three numbers each, by a distance of differences. */
function nearestOf(points: Float64Array, distance: (x: number, y: number, z: number) => number) {
  return (x: number, y: number, z: number): number => {
    let best = 0;
    let least = Infinity;
    for (let k = 0, at = 0; at < points.length; k++, at += 3) {
      const d = distance(points[at]! - x, points[at + 1]! - y, points[at + 2]! - z);
      if (d < least) {
        least = d;
        best = k;
      }
    }
    return best;
  };
}

const plainDistance = (x: number, y: number, z: number): number => x * x + y * y + z * z;

/** Added to the spread of a palette in every direction, as light squared, so that a flat one has some thickness. */
const THICKNESS = 1e-4;

/**
 * Distance in units of how far a palette's colours spread in each direction of light (Mahalanobis 1936). In the thin
 * direction of a palette that is nearly a line or a plane small errors count as much as large ones along it.
 */
function spreadDistance(points: Float64Array): (x: number, y: number, z: number) => number {
  const count = points.length / 3;
  const mean = [0, 1, 2].map((c) => points.reduce((sum, v, k) => sum + (k % 3 === c ? v : 0), 0) / count);
  const spread = Array.from({ length: 9 }, (_, k) => {
    const [r, c] = [Math.floor(k / 3), k % 3];
    let sum = r === c ? THICKNESS * count : 0;
    for (let p = 0; p < points.length; p += 3) sum += (points[p + r]! - mean[r]!) * (points[p + c]! - mean[c]!);
    return sum / count;
  });
  const [a, b, c, , d, e, , , f] = inverse(spread as unknown as Matrix);
  return (x, y, z) => a * x * x + d * y * y + f * z * z + 2 * (b * x * y + c * x * z + e * y * z);
}

/** Carried errors beyond so many times the spread of the palette, squared, have strayed. */
const STRAYED = 0.3;
/** No more of an error is carried than so many times the spread of the palette, squared. */
const MOST_CARRIED = 16;

/** Steps of the table of cube roots, for each unit of light, and the most light that it holds. */
const ROOT_STEPS = 8192;
const MOST_LIGHT = 4;
let rootTable: Float64Array | null = null;

/** Cube roots of light 0..MOST_LIGHT, close enough to tell which colour is nearest. Made once. */
function rootsOfLight(): Float64Array {
  rootTable ??= Float64Array.from({ length: MOST_LIGHT * ROOT_STEPS + 1 }, (_, k) => cubeRoot(k / ROOT_STEPS));
  return rootTable;
}

/** OKLab of linear light by the table; what lies beyond it counts as its end. */
function lookOf(roots: Float64Array, r: number, g: number, b: number, out: Float64Array): void {
  const root = (cone: number): number =>
    roots[Math.min(MOST_LIGHT * ROOT_STEPS, Math.max(0, Math.round(cone * ROOT_STEPS)))]!;
  const l = root(CONES[0] * r + CONES[1] * g + CONES[2] * b);
  const m = root(CONES[3] * r + CONES[4] * g + CONES[5] * b);
  const s = root(CONES[6] * r + CONES[7] * g + CONES[8] * b);
  out[0] = AXES[0] * l + AXES[1] * m + AXES[2] * s;
  out[1] = AXES[3] * l + AXES[4] * m + AXES[5] * s;
  out[2] = AXES[6] * l + AXES[7] * m + AXES[8] * s;
}

export function preparePalette(colours: readonly string[], space: 'oklab' | 'light'): PreparedPalette {
  const count = colours.length;
  const points = new Float64Array(3 * count);
  const looks = new Float64Array(3 * count);
  const luminance = new Float64Array(count);
  colours.forEach((hex, k) => {
    const light = linearOfHex(hex);
    points.set(light, 3 * k);
    oklabOfLight(...light, looks, 3 * k);
    luminance[k] = luminanceOf(...light);
  });
  const spread = spreadDistance(points);
  const inSpread = nearestOf(points, spread);
  const inLight = nearestOf(points, plainDistance);
  const inLooks = nearestOf(looks, plainDistance);
  const look = new Float64Array(3);
  const roots = rootsOfLight();
  return {
    count,
    points,
    luminance,
    reach: createReach(points),
    nearest(r, g, b, strayed = false) {
      if (strayed) return inSpread(r, g, b);
      if (space === 'light') return inLight(r, g, b);
      lookOf(roots, r, g, b, look);
      return inLooks(look[0]!, look[1]!, look[2]!);
    },
    strayed: (r, g, b) => spread(r, g, b) > STRAYED,
    carried(r, g, b) {
      const size = spread(r, g, b);
      return size > MOST_CARRIED ? Math.sqrt(MOST_CARRIED / size) : 1;
    },
  };
}

/** Colours in an ordered mixture. */
export const MIX_COLOURS = 64;
/** So many of them are chosen by their look, the rest by what light the mixture still lacks. */
const MIX_BY_LOOK = 48;
const MOST_EXCHANGES = 3;
/** Number of mixtures that are cached. */
const MOST_KEPT = 200_000;

/**
 * For ordered screens: the palette colours whose mixture comes nearest a colour, dark to light. Each
 * next one is the nearest to the colour plus what the mixture still lacks (error feedback over a
 * list, common practice in palette dithering). Colours that are one byte of sRGB share a mixture.
 */
export function createMixer(palette: PreparedPalette): (r: number, g: number, b: number) => Uint8Array {
  const { count, points, luminance } = palette;
  const kept = new Map<number, Uint8Array>();
  const darkFirst = Array.from({ length: count }, (_, k) => k).sort((p, q) => luminance[p]! - luminance[q]! || p - q);
  const times = new Uint8Array(count);
  const bytes = bytesOfLight();
  const wanted = new Float64Array(3);

  /** Exchanges colours of the mixture, one for one, as long as that takes light off what it lacks. */
  function settle(x: number, y: number, z: number): void {
    let lacks: readonly [number, number, number] = [x, y, z];
    for (let turn = 0; turn < MOST_EXCHANGES; turn++) {
      let least = plainDistance(...lacks);
      let found: { readonly out: number; readonly in: number; readonly lacks: typeof lacks } | null = null;
      for (let p = 0; p < count; p++) {
        if (times[p] === 0) continue;
        for (let q = 0; q < count; q++) {
          const a = lacks[0] + points[3 * p]! - points[3 * q]!;
          const b = lacks[1] + points[3 * p + 1]! - points[3 * q + 1]!;
          const c = lacks[2] + points[3 * p + 2]! - points[3 * q + 2]!;
          const d = plainDistance(a, b, c);
          if (d < least - 1e-9) {
            least = d;
            found = { out: p, in: q, lacks: [a, b, c] };
          }
        }
      }
      if (!found) return;
      times[found.out]!--;
      times[found.in]!++;
      lacks = found.lacks;
    }
  }

  function mixtureOf(r: number, g: number, b: number): Uint8Array {
    palette.reach(r, g, b, wanted);
    const [red, green, blue] = wanted as unknown as readonly [number, number, number];
    times.fill(0);
    let [x, y, z] = [0, 0, 0];
    for (let k = 0; k < MIX_COLOURS; k++) {
      const index = palette.nearest(red + x, green + y, blue + z, k >= MIX_BY_LOOK || palette.strayed(x, y, z));
      times[index]!++;
      x += red - points[3 * index]!;
      y += green - points[3 * index + 1]!;
      z += blue - points[3 * index + 2]!;
    }
    settle(x, y, z);
    const mix = new Uint8Array(MIX_COLOURS);
    let at = 0;
    for (const index of darkFirst) {
      mix.fill(index, at, at + times[index]!);
      at += times[index]!;
    }
    return mix;
  }

  return (r, g, b) => {
    const key = (bytes[r]! << 16) | (bytes[g]! << 8) | bytes[b]!;
    const known = kept.get(key);
    if (known) return known;
    const mix = mixtureOf(LIGHT_OF_BYTE[bytes[r]!]!, LIGHT_OF_BYTE[bytes[g]!]!, LIGHT_OF_BYTE[bytes[b]!]!);
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(key, mix);
    return mix;
  };
}
