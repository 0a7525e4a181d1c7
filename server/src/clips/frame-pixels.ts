import sharp from 'sharp';
import { MOST_PIXELS } from '../pictures/reading/limits.ts';

/** Pixels of a frame as the engine reads them: rows of 8-bit sRGB, one channel where all is grey and opaque. */
export interface FramePixels {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly data: Uint8Array;
}

/** One channel of pixels that are all grey and opaque; null where they are not. */
function greyOf(rgba: Uint8Array): Uint8Array | null {
  for (let k = 0; k < rgba.length; k += 4) {
    if (rgba[k] !== rgba[k + 1] || rgba[k] !== rgba[k + 2] || rgba[k + 3] !== 255) return null;
  }
  const grey = new Uint8Array(rgba.length / 4);
  for (let k = 0; k < grey.length; k++) grey[k] = rgba[4 * k]!;
  return grey;
}

/** Decodes a stored frame: the pixels that a still with this frame as its file has. */
export async function decodeFrame(encoded: Uint8Array): Promise<FramePixels> {
  const image = sharp(encoded, { limitInputPixels: MOST_PIXELS }).toColourspace('srgb').ensureAlpha();
  const { data, info } = await image.raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  const grey = greyOf(data);
  return { width: info.width, height: info.height, channels: grey ? 1 : 4, data: grey ?? data };
}
