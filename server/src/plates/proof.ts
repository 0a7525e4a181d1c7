import { sheetPixels } from '@chromatype/core';
import sharp from 'sharp';
import { makeSmallPrint } from '../render/small-print.ts';
import type { PlateWork } from './plate-files.ts';

/** Widest side of a proof in pixels: what a screen or an office printer shows of it. */
const LARGEST = 3600;

export interface Proof {
  readonly png: Uint8Array;
  /** The ICC profile of its colours: sRGB (IEC 61966-2-1). */
  readonly profile: Uint8Array;
}

/** The print as it is seen from where dots melt, each pixel the average of the plates' pixels under it. */
export async function makeProof({ kernels, job, pictures }: PlateWork): Promise<Proof> {
  const { width, height } = sheetPixels(job.sheet);
  const scale = Math.min(1, LARGEST / Math.max(width, height));
  const print = makeSmallPrint(kernels, job, Math.max(1, Math.round(width * scale)), pictures);
  const ppi = (print.width / (job.sheet.width + 2 * job.sheet.bleed)) * 25.4;
  const png = await sharp(Buffer.from(print.rgba.buffer), {
    raw: { width: print.width, height: print.height, channels: 4 },
  })
    .removeAlpha()
    .withIccProfile('srgb')
    .withDensity(Math.round(ppi))
    .png()
    .toBuffer();
  const { icc } = await sharp(png).metadata();
  return { png, profile: icc ?? new Uint8Array() };
}
