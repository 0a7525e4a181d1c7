import { luminance as luminanceOf } from '../../../colour/luminance.ts';
import { oklabOfLight } from '../../../colour/oklab.ts';
import { byteOfLight, LIGHT_OF_BYTE, linearOfHex } from '../../../colour/srgb.ts';

/** A palette ready for comparing: coordinates in the space that is asked for, three a colour. */
export interface PreparedPalette {
  readonly count: number;
  readonly points: Float64Array;
  /** Luminance of each colour. */
  readonly luminance: Float64Array;
  /** Writes the coordinates of linear light 0..1. */
  toSpace(r: number, g: number, b: number, out: Float64Array): void;
  /** Index of the nearest colour to a point of the space. */
  nearest(x: number, y: number, z: number): number;
}

const asLight = (r: number, g: number, b: number, out: Float64Array): void => {
  out[0] = r;
  out[1] = g;
  out[2] = b;
};

export function preparePalette(colours: readonly string[], space: 'oklab' | 'light'): PreparedPalette {
  const toSpace = space === 'oklab' ? oklabOfLight : asLight;
  const count = colours.length;
  const points = new Float64Array(3 * count);
  const luminance = new Float64Array(count);
  const point = new Float64Array(3);
  colours.forEach((hex, k) => {
    const [r, g, b] = linearOfHex(hex);
    toSpace(r, g, b, point);
    points.set(point, 3 * k);
    luminance[k] = luminanceOf(r, g, b);
  });
  return {
    count,
    points,
    luminance,
    toSpace,
    nearest(x, y, z) {
      let best = 0;
      let least = Infinity;
      for (let k = 0, at = 0; k < count; k++, at += 3) {
        const dx = points[at]! - x;
        const dy = points[at + 1]! - y;
        const dz = points[at + 2]! - z;
        const d = dx * dx + dy * dy + dz * dz;
        if (d < least) {
          least = d;
          best = k;
        }
      }
      return best;
    },
  };
}

/** Colours in an ordered mixture. */
export const MIX_COLOURS = 64;
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
  const point = new Float64Array(3);
  const darkFirst = Array.from({ length: count }, (_, k) => k).sort((p, q) => luminance[p]! - luminance[q]! || p - q);
  const times = new Uint8Array(count);
  const bytes = bytesOfLight();

  function mixtureOf(r: number, g: number, b: number): Uint8Array {
    palette.toSpace(r / 65535, g / 65535, b / 65535, point);
    times.fill(0);
    let [x, y, z] = [point[0]!, point[1]!, point[2]!];
    for (let k = 0; k < MIX_COLOURS; k++) {
      const index = palette.nearest(x, y, z);
      times[index]!++;
      x += point[0]! - points[3 * index]!;
      y += point[1]! - points[3 * index + 1]!;
      z += point[2]! - points[3 * index + 2]!;
    }
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

let lightBytes: Uint8Array | null = null;

/** The sRGB byte of each 16-bit light. Made once. */
function bytesOfLight(): Uint8Array {
  lightBytes ??= Uint8Array.from({ length: 65536 }, (_, k) => byteOfLight(k / 65535));
  return lightBytes;
}
