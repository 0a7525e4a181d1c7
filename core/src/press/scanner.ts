import type { LinearRgb } from '../colour/srgb.ts';
import { bytesOfLight } from '../colour/srgb.ts';
import { cosine, sine } from '../math/exact.ts';
import { hash32 } from '../math/hash.ts';
import { softPlane } from '../raster/soft-plane.ts';

/** A print as it lies under the scanner: which inks stand on each of its pixels. */
export interface InkedSheet {
  readonly width: number;
  readonly height: number;
  /** Bit k is ink k. */
  readonly codes: Uint8Array;
  /** Linear light of every combination of inks, three values a code. */
  readonly lights: Float64Array;
}

/** How the stand-in scanner looks at a print. */
export interface ScannerSettings {
  /** Print pixels that one pixel of the scan is wide. */
  readonly scale: number;
  /** How far the sheet lies turned, in degrees counter-clockwise. */
  readonly turn: number;
  /** Standard deviation of its blur, in pixels of the scan. */
  readonly blur: number;
  /** Standard deviation of its noise, as a share of the whole range of encoded values. */
  readonly noise: number;
  readonly seed: number;
  /** Pixels of the scan. */
  readonly width: number;
  readonly height: number;
  /** Light of what lies beside the sheet. */
  readonly bed: LinearRgb;
  /** How much nearer one end of the sheet is than the other, across and down: 0 of a scanner, up to 0.3 of a camera held askew. */
  readonly askew: readonly [number, number];
  /** Samples of the print along each side of a pixel of the scan. */
  readonly samples: number;
}

export const PLAIN_SCANNER: Omit<ScannerSettings, 'width' | 'height'> = {
  scale: 4,
  turn: 0,
  blur: 0.5,
  noise: 0.01,
  seed: 1,
  bed: [0.9, 0.9, 0.9],
  askew: [0, 0],
  samples: 4,
};

/** Where a place of the scan lies on the print, both in their own pixels from the top left. */
export function placeOnPrint(
  sheet: Pick<InkedSheet, 'width' | 'height'>,
  how: ScannerSettings,
): (x: number, y: number, out?: [number, number]) => readonly [number, number] {
  const turn = (how.turn * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const [ax, ay] = [how.askew[0] / how.width, how.askew[1] / how.height];
  return (x, y, out = [0, 0]) => {
    const [dx, dy] = [x - how.width / 2, y - how.height / 2];
    const near = how.scale / (1 + ax * dx + ay * dy);
    // Rows count downwards, so that a sheet turned counter-clockwise is read clockwise.
    out[0] = sheet.width / 2 + near * (dx * c - dy * s);
    out[1] = sheet.height / 2 + near * (dx * s + dy * c);
    return out;
  };
}

/** A number as of a bell curve of variance 1, the same for the same three numbers (twelve even ones summed). */
function chance(x: number, y: number, seed: number): number {
  let sum = 0;
  for (let k = 0; k < 6; k++) {
    const h = hash32(x, y, seed + k);
    sum += (h & 0xffff) + (h >>> 16);
  }
  return sum / 65536 - 6;
}

/**
 * The stand-in scanner: 8-bit sRGB of a print, three bytes a pixel, turned, blurred and with noise. A camera held askew is
 * a scanner with a perspective.
 */
export function scanPrint(sheet: InkedSheet, how: ScannerSettings): Uint8Array {
  const { width, height } = how;
  const place = placeOnPrint(sheet, how);
  const found: [number, number] = [0, 0];
  const planes = [0, 1, 2].map(() => new Float32Array(width * height));
  const [red, green, blue] = planes as [Float32Array, Float32Array, Float32Array];
  const { samples } = how;
  const share = 1 / (samples * samples);
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      let [r, g, b] = [0, 0, 0];
      for (let n = 0; n < samples * samples; n++) {
        place(x + ((n % samples) + 0.5) / samples, y + (Math.floor(n / samples) + 0.5) / samples, found);
        const [px, py] = [Math.floor(found[0]), Math.floor(found[1])];
        if (px < 0 || py < 0 || px >= sheet.width || py >= sheet.height) {
          r += how.bed[0];
          g += how.bed[1];
          b += how.bed[2];
          continue;
        }
        const code = 3 * sheet.codes[py * sheet.width + px]!;
        r += sheet.lights[code]!;
        g += sheet.lights[code + 1]!;
        b += sheet.lights[code + 2]!;
      }
      red[k] = r * share;
      green[k] = g * share;
      blue[k] = b * share;
    }
  }
  const encoded = bytesOfLight();
  const out = new Uint8Array(3 * width * height);
  planes.forEach((plane, c) => {
    const soft = how.blur > 0 ? softPlane(plane, width, height, how.blur) : plane;
    for (let y = 0, k = 0; y < height; y++) {
      for (let x = 0; x < width; x++, k++) {
        const light = Math.round(65535 * Math.min(1, Math.max(0, soft[k]!)));
        const value = encoded[light]! + (how.noise > 0 ? 255 * how.noise * chance(x, y, how.seed + 64 * c) : 0);
        out[3 * k + c] = Math.max(0, Math.min(255, Math.round(value)));
      }
    }
  });
  return out;
}
