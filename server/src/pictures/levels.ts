import { writeFile } from 'node:fs/promises';
import { keptLevels, levelSize } from '@chromatype/core';
import sharp, { type Sharp } from 'sharp';
import type { PictureFiles } from './picture-files.ts';
import { MOST_PIXELS } from './reading/limits.ts';

export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
}

/** Writes the reduced copies of a picture that are kept for first looks. `image` gives its pixels in sRGB. */
export async function writeLevels(files: PictureFiles, picture: Pixels, image: Sharp): Promise<void> {
  const { channels } = picture;
  let from = image;
  for (const level of keptLevels(picture)) {
    const { width, height } = levelSize(picture, level);
    // Each is made of the one before; averaging in light keeps fine texture as bright as it is.
    const made = await from
      .gamma()
      .resize(width, height, { fit: 'fill', kernel: 'linear' })
      .toColourspace(channels === 1 ? 'b-w' : 'srgb')
      .raw({ depth: 'uchar' })
      .toBuffer();
    await writeFile(files.level(level), made);
    from = sharp(made, { raw: { width, height, channels }, limitInputPixels: MOST_PIXELS });
  }
}
