import type { LinearRgb } from '../colour/srgb.ts';

/** A picture as it lies on the sheet, in few pixels: what stones take their tones and colours from. */
export interface PictureLook {
  readonly width: number;
  readonly height: number;
  /** Pixels a mm. */
  readonly perMm: number;
  /** Place of its top left in mm from the trimmed sheet's. */
  readonly left: number;
  readonly top: number;
  /** Tones 0..65535, row by row. */
  readonly tones: Uint16Array;
  /** Light of red, green and blue 0..65535, plane by plane. */
  readonly lights: Uint16Array;
  /** How clear the picture is, 65535 where altogether; null where all is opaque. */
  readonly clear: Uint16Array | null;
}

/** Means over squares of a picture. */
export interface Means {
  /** 0..1. */
  tone(x: number, y: number, r: number): number;
  /** 0..1 each; null where at least half of the square is clear or beyond the picture. */
  light(x: number, y: number, r: number): LinearRgb | null;
}

/** Sums of all pixels above and left of each (Crow, Summed-area tables for texture mapping, 1984). */
function sums(values: Uint16Array, weights: Uint16Array | null, width: number, height: number): Float64Array {
  const out = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      const k = y * width + x;
      row += values[k]! * (weights ? weights[k]! / 65535 : 1);
      out[(y + 1) * (width + 1) + x + 1] = out[y * (width + 1) + x + 1]! + row;
    }
  }
  return out;
}

const FULL = 65535;

/** Takes means of a picture; each costs the same, however large its square is. */
export function meansOf(look: PictureLook): Means {
  const { width, height, perMm, left, top, tones, lights, clear } = look;
  const size = width * height;
  const opaque = clear?.map((v) => FULL - v) ?? new Uint16Array(size).fill(FULL);
  const ofTone = sums(tones, null, width, height);
  const ofAlpha = sums(opaque, null, width, height);
  const ofLight = [0, 1, 2].map((c) => sums(lights.subarray(c * size, (c + 1) * size), opaque, width, height));
  const box = { x0: 0, y0: 0, x1: 0, y1: 0 };
  function place(x: number, y: number, r: number): void {
    const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
    const [fromX, fromY] = [(x - r - left) * perMm, (y - r - top) * perMm];
    box.x0 = clamp(Math.round(fromX), width - 1);
    box.y0 = clamp(Math.round(fromY), height - 1);
    box.x1 = clamp(Math.max(box.x0 + 1, Math.round(fromX + 2 * r * perMm)), width);
    box.y1 = clamp(Math.max(box.y0 + 1, Math.round(fromY + 2 * r * perMm)), height);
  }
  const sum = (of: Float64Array): number => {
    const w = width + 1;
    const { x0, y0, x1, y1 } = box;
    return of[y1 * w + x1]! - of[y0 * w + x1]! - of[y1 * w + x0]! + of[y0 * w + x0]!;
  };
  const area = () => (box.x1 - box.x0) * (box.y1 - box.y0) * FULL;
  return {
    tone(x, y, r) {
      place(x, y, r);
      return sum(ofTone) / area();
    },
    light(x, y, r) {
      place(x, y, r);
      const covered = sum(ofAlpha);
      if (covered < area() / 2) return null;
      const part = (c: number) => sum(ofLight[c]!) / covered;
      return [part(0), part(1), part(2)];
    },
  };
}
