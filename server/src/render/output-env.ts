import type { Kernels, OutputEnv, PictureLookup } from '@chromatype/core';
import sharp from 'sharp';
import { words } from '../plates/words.ts';

let profile: Promise<Uint8Array> | null = null;

/** The ICC profile of sRGB that the imaging library ships. */
function srgbProfile(): Promise<Uint8Array> {
  profile ??= sharp({ create: { width: 1, height: 1, channels: 3, background: '#000' } })
    .withIccProfile('srgb')
    .png()
    .toBuffer()
    .then((png) => sharp(png).metadata())
    .then(({ icc }) => icc ?? new Uint8Array());
  return profile;
}

/** What writers of outputs need on this machine. */
export const outputEnv = async (kernels: Kernels, pictures: PictureLookup): Promise<OutputEnv> => ({
  kernels,
  pictures,
  words,
  profile: await srgbProfile(),
});
