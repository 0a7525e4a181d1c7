import sharp, { type Metadata } from 'sharp';
import { PictureError } from '../../pictures/picture-error.ts';
import { checkClipLength, checkFrameSize } from './clip-limits.ts';
import { isWholeGif } from './gif-blocks.ts';
import { type ClipFile, type ReadFrame, secondsShown } from './clip-file.ts';

/** Bytes of frames that are decoded at once. Each batch begins with the first frame of the file again, so few are better. */
const BATCH_BYTES = 160e6;

/** The sentences for files that are not whole. */
export const DAMAGED = {
  gif: 'This GIF file is damaged or cut short; fetch or save it again.',
  webp: 'This WebP file is damaged or cut short; fetch or save it again.',
} as const;

/** Whether a file that the imaging library knows holds more than one frame that follow each other in time. */
export const isAnimation = ({ format, pages = 1 }: Metadata): boolean =>
  (format === 'gif' || format === 'webp') && pages > 1;

/** Opens an animated GIF or WebP. @throws PictureError when it is cut short, too long or too large */
export function openAnimation(bytes: Uint8Array, metadata: Metadata): ClipFile {
  if (metadata.format === 'gif' && !isWholeGif(bytes)) throw new PictureError(DAMAGED.gif);
  const { width, pages = 1, delay = [] } = metadata;
  const height = metadata.pageHeight ?? metadata.height;
  const lengths = Array.from({ length: pages }, (_, k) => secondsShown(delay[k] ?? 0));
  checkClipLength(
    pages,
    lengths.reduce((sum, length) => sum + length, 0),
  );
  checkFrameSize({ width, height });
  const frameBytes = 4 * width * height;
  const batch = Math.max(1, Math.floor(BATCH_BYTES / frameBytes));
  async function* frames(): AsyncGenerator<ReadFrame> {
    for (let first = 0; first < pages; first += batch) {
      const count = Math.min(batch, pages - first);
      const rows = await sharp(bytes, { page: first, pages: count, limitInputPixels: false, failOn: 'truncated' })
        .toColourspace('srgb')
        .ensureAlpha()
        .raw({ depth: 'uchar' })
        .toBuffer();
      if (rows.length !== count * frameBytes) throw new PictureError('The frames of this clip differ in size.');
      for (let k = 0; k < count; k++)
        yield { width, height, rgba: rows.subarray(k * frameBytes, (k + 1) * frameBytes) };
    }
  }
  return { width, height, lengths, frames };
}
