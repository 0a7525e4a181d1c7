import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { keptLevels, levelSize } from '@chromatype/core';
import sharp from 'sharp';
import { MOST_PIXELS } from './reading/normalise.ts';
import type { PictureFiles } from './picture-files.ts';
import { writeSafely } from './write-safely.ts';

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
}

/** Writes the reduced copies of a picture that are kept for first looks. `bytes` are its rows of sRGB. */
export async function writeLevels(files: PictureFiles, picture: Pixels, bytes: Uint8Array): Promise<void> {
  const { width, height, channels } = picture;
  let from = { width, height, data: bytes };
  for (const level of keptLevels(picture)) {
    const size = levelSize(picture, level);
    const raw = { width: from.width, height: from.height, channels };
    // Each is made of the one before; averaging in light keeps fine texture as bright as it is.
    const made = await sharp(from.data, { raw, limitInputPixels: MOST_PIXELS })
      .gamma()
      .resize(size.width, size.height, { fit: 'fill', kernel: 'linear' })
      .toColourspace(channels === 1 ? 'b-w' : 'srgb')
      .raw({ depth: 'uchar' })
      .toBuffer();
    await writeSafely(files.level(level), made);
    from = { ...size, data: made };
  }
}

const making = new Map<string, Promise<void>>();

/** Makes the reduced copies of a picture that was stored without them. */
export async function ensureLevels(hash: string, files: PictureFiles, picture: Pixels): Promise<void> {
  if (keptLevels(picture).every((level) => existsSync(files.level(level)))) return;
  const work =
    making.get(hash) ??
    readFile(files.pixels)
      .then((bytes) => writeLevels(files, picture, bytes))
      .finally(() => making.delete(hash));
  making.set(hash, work);
  await work;
}
