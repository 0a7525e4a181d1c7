import { Readable } from 'node:stream';
import type { EncodeAsked, Held, Kernels, OutputEnv, PictureLookup } from '@chromatype/core';
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

/** Encodes a PNG as JPEG or WebP, row by row as it is read; the colours of its profile stay. */
function encode(png: Held, { format, quality, lossless = false }: EncodeAsked): AsyncIterable<Uint8Array> {
  const image = sharp({ sequentialRead: true, limitInputPixels: false, unlimited: true }).keepIccProfile();
  const encoder =
    format === 'jpeg'
      ? image.jpeg({ quality, chromaSubsampling: '4:4:4' })
      : image.webp(lossless ? { lossless, effort: 2 } : { quality, smartSubsample: true });
  const source = Readable.from(png.pieces());
  source.on('error', (error) => encoder.destroy(error));
  return source.pipe(encoder);
}

/** What writers of outputs need on this machine. */
export const outputEnv = async (
  kernels: Kernels,
  pictures: PictureLookup,
  load?: OutputEnv['load'],
): Promise<OutputEnv> => ({
  kernels,
  pictures,
  load,
  words,
  profile: await srgbProfile(),
  encode,
});
