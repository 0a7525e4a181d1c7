import { sheetPixels } from '@chromatype/core';
import sharp from 'sharp';
import { makeSmallPrint } from '../render/small-print.ts';
import type { PlateWork } from './plate-files.ts';

/** Widest side of a proof in pixels: what a screen or an office printer shows of it. */
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

/** The print as it is seen from where dots melt, each pixel the average of the plates' pixels under it. */
export async function makeProof({ kernels, job, pictures, progress }: PlateWork): Promise<Proof> {
  const { width, height } = sheetPixels(job.sheet);
  const scale = Math.min(1, LARGEST / Math.max(width, height));
  const print = makeSmallPrint(kernels, job, Math.max(1, Math.round(width * scale)), pictures, progress);
  const ppi = (print.width / (job.sheet.width + 2 * job.sheet.bleed)) * 25.4;
  const { width: w, height: h } = print;
  const rgb = new Uint8Array(3 * w * h);
  for (let from = 0, to = 0; to < rgb.length; from += 4) {
    rgb[to++] = print.rgba[from]!;
    rgb[to++] = print.rgba[from + 1]!;
    rgb[to++] = print.rgba[from + 2]!;
  }
  const png = await sharp(rgb, { raw: { width: w, height: h, channels: 3 } })
    .withIccProfile('srgb')
    .withDensity(Math.round(ppi))
    .png()
    .toBuffer();
  const { icc } = await sharp(png).metadata();
  return { width: w, height: h, rgb, png, profile: icc ?? new Uint8Array() };
}
