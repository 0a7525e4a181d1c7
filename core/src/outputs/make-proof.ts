import { createPngWriter } from '../formats/png.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { makeSmallPrint } from '../print/small-print.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { OutputWork } from './output.ts';

/** Longest side of a proof in pixels: what a screen or an office printer shows of it. */
const LARGEST = 3600;

export interface Proof {
  readonly width: number;
  readonly height: number;
  /** Its pixels, three bytes each. */
  readonly rgb: Uint8Array;
  readonly png: Uint8Array;
  /** The ICC profile of its colours: sRGB (IEC 61966-2-1). */
  readonly profile: Uint8Array;
}

function pngOf(width: number, height: number, ppi: number, rgb: Uint8Array, profile: Uint8Array): Uint8Array {
  const pieces: Uint8Array[] = [];
  const writer = createPngWriter({
    width,
    height,
    ppi,
    kind: 'rgb',
    profile,
    write: (piece) => pieces.push(piece.slice()),
  });
  writer.rows(rgb, 3 * width, height);
  writer.end();
  const out = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    out.set(piece, at);
    at += piece.length;
  }
  return out;
}

/** The print as it is seen from where dots melt, each pixel the average of the plates' pixels under it. */
export function makeProof({ env, job, progress }: OutputWork): Proof {
  const size = sheetPixels(job.sheet);
  const scale = Math.min(1, LARGEST / Math.max(size.width, size.height));
  const print = makeSmallPrint(env, job, Math.max(1, Math.round(size.width * scale)), progress);
  const ppi = (print.width / (job.sheet.width + 2 * job.sheet.bleed)) * MM_PER_INCH;
  const { width, height } = print;
  const rgb = new Uint8Array(3 * width * height);
  for (let from = 0, to = 0; to < rgb.length; from += 4) {
    rgb[to++] = print.rgba[from]!;
    rgb[to++] = print.rgba[from + 1]!;
    rgb[to++] = print.rgba[from + 2]!;
  }
  return { width, height, rgb, png: pngOf(width, height, ppi, rgb, env.profile), profile: env.profile };
}
