import { oklabOfLight } from '../../colour/oklab.ts';
import { LIGHT_OF_BYTE } from '../../colour/srgb.ts';
import { colourBins } from './colour-models.ts';
import type { PictureSource } from '../../raster/source.ts';
import type { Size } from '../../raster/sheet.ts';

/** A picture made smaller: sRGB 0..1 and OKLab of each pixel, three numbers each. */
export interface Reduced extends Size {
  readonly rgb: Float32Array;
  readonly lab: Float32Array;
  /**
   * How far each pixel is in OKLab from its neighbours to the right, below left, below and below right: four numbers a
   * pixel, −1 where there is none.
   */
  readonly steps: Float32Array;
  /** Which bin of a histogram the colour of each pixel falls into. */
  readonly bins: Uint16Array;
}

/** Neighbours that `steps` tells of, as offsets; the others are seen from their side. */
export const STEP_X = [1, -1, 0, 1] as const;
export const STEP_Y = [0, 1, 1, 1] as const;

function stepsOf(lab: Float32Array, width: number, height: number): Float32Array {
  const out = new Float32Array(4 * width * height).fill(-1);
  for (let d = 0; d < 4; d++) {
    const dx = STEP_X[d]!;
    const dy = STEP_Y[d]!;
    const [from, to] = [Math.max(0, -dx), width - Math.max(0, dx)];
    for (let y = 0; y < height - dy; y++) {
      let p = 3 * (y * width + from);
      let q = p + 3 * (dy * width + dx);
      for (let x = from; x < to; x++, p += 3, q += 3) {
        const dl = lab[p]! - lab[q]!;
        const da = lab[p + 1]! - lab[q + 1]!;
        const db = lab[p + 2]! - lab[q + 2]!;
        out[4 * (y * width + x) + d] = Math.sqrt(dl * dl + da * da + db * db);
      }
    }
  }
  return out;
}

/** Adds to the colours of a small picture what is looked up again and again. */
function reducedOf(width: number, height: number, rgb: Float32Array): Reduced {
  const lab = labOf(rgb);
  return { width, height, rgb, lab, steps: stepsOf(lab, width, height), bins: colourBins(lab) };
}

/** OKLab by a table of light, exact enough for telling colours apart. */
function labOf(rgb: Float32Array): Float32Array {
  const lab = new Float32Array(rgb.length);
  const out = [0, 0, 0];
  const light = (v: number) => LIGHT_OF_BYTE[Math.round(255 * v)]! / 65535;
  for (let k = 0; k < rgb.length; k += 3) {
    oklabOfLight(light(rgb[k]!), light(rgb[k + 1]!), light(rgb[k + 2]!), out);
    lab[k] = out[0]!;
    lab[k + 1] = out[1]!;
    lab[k + 2] = out[2]!;
  }
  return lab;
}

/** Rows of a picture that are read at a time. */
const BAND = 32;

/** Makes a picture smaller so that its longer side has `most` pixels at most: means of whole pixels. Clear counts as white. */
export function reducePicture(source: PictureSource, most: number): Reduced {
  const factor = Math.max(1, Math.ceil(Math.max(source.width, source.height) / most));
  const width = Math.max(1, Math.floor(source.width / factor));
  const height = Math.max(1, Math.floor(source.height / factor));
  const rgb = new Float32Array(3 * width * height);
  const { channels } = source;
  const sums = new Float64Array(3 * width);
  const colour = channels === 4;
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let from = 0; from < factor; from += BAND) {
      const count = Math.min(BAND, factor - from);
      const rows = source.read(y * factor + from, count);
      for (let r = 0; r < count; r++) {
        let at = r * source.width * channels;
        for (let x = 0; x < width; x++) {
          let [red, green, blue] = [0, 0, 0];
          for (let n = 0; n < factor; n++, at += channels) {
            if (!colour) {
              red += rows[at]!;
              continue;
            }
            const alpha = rows[at + 3]!;
            if (alpha === 255) {
              red += rows[at]!;
              green += rows[at + 1]!;
              blue += rows[at + 2]!;
            } else {
              const white = 255 - alpha;
              red += (rows[at]! * alpha) / 255 + white;
              green += (rows[at + 1]! * alpha) / 255 + white;
              blue += (rows[at + 2]! * alpha) / 255 + white;
            }
          }
          sums[3 * x]! += red;
          sums[3 * x + 1]! += colour ? green : red;
          sums[3 * x + 2]! += colour ? blue : red;
        }
      }
    }
    const scale = 1 / (255 * factor * factor);
    for (let x = 0; x < 3 * width; x++) rgb[3 * y * width + x] = sums[x]! * scale;
  }
  return reducedOf(width, height, rgb);
}

/** The same at half the size. */
export function halved({ width, height, rgb }: Reduced): Reduced {
  const [w, h] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
  const out = new Float32Array(3 * w * h);
  for (let y = 0; y < h; y++) {
    const [a, b] = [2 * y, Math.min(height - 1, 2 * y + 1)];
    for (let x = 0; x < w; x++) {
      const [p, q] = [2 * x, Math.min(width - 1, 2 * x + 1)];
      for (let c = 0; c < 3; c++) {
        const at = (row: number, column: number) => rgb[3 * (row * width + column) + c]!;
        out[3 * (y * w + x) + c] = (at(a, p) + at(a, q) + at(b, p) + at(b, q)) / 4;
      }
    }
  }
  return reducedOf(w, h, out);
}
