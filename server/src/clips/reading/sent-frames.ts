import { appendFile, readFile, stat, writeFile } from 'node:fs/promises';
import sharp from 'sharp';
import { filesIn } from '../../pictures/picture-files.ts';
import { PictureError } from '../../pictures/picture-error.ts';
import { MOST_PIXELS } from '../../pictures/reading/limits.ts';
import { type PictureFacts, storeStill } from '../../pictures/reading/store-picture.ts';
import { readFrame } from '../frame-store.ts';
import { smallFrame } from './store-clip.ts';

/** Pictures that a browser may send as frames, as the imaging library calls them. */
const TAKEN: readonly string[] = ['jpeg', 'png', 'webp'];

interface SentFrame {
  /** The frame as the browser packed it. */
  readonly file: string;
  /** The folder of its clip. */
  readonly folder: string;
  readonly width: number;
  readonly height: number;
  readonly level: number;
}

/**
 * Adds a frame that a browser decoded and packed to those of its clip.
 * @returns the bytes that all frames take so far
 * @throws PictureError when it is no picture of the size of the clip
 */
export async function addFrame({ file, folder, width, height, level }: SentFrame): Promise<number> {
  const encoded = await readFile(file);
  const files = filesIn(folder).clip;
  const image = sharp(encoded, { failOn: 'truncated', limitInputPixels: MOST_PIXELS });
  const metadata = await image.metadata().catch(() => null);
  if (!metadata || !TAKEN.includes(metadata.format))
    throw new PictureError('A frame of this clip came as no picture that can be read.');
  if (metadata.width !== width || metadata.height !== height)
    throw new PictureError(
      `A frame of this clip has ${metadata.width} × ${metadata.height} pixels and not ${width} × ${height}.`,
    );
  const rgba = await image
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer()
    .catch(() => {
      throw new PictureError('A frame of this clip came damaged; try again.');
    });
  await appendFile(files.small, await smallFrame({ width, height, rgba }, level));
  await appendFile(files.frames, encoded);
  return (await stat(files.frames)).size;
}

/** Ends a clip of sent frames: writes down where each ends, and stores the first as the picture that is shown at rest. */
export async function endFrames({
  folder,
  ends,
}: {
  readonly folder: string;
  readonly ends: readonly number[];
}): Promise<PictureFacts> {
  const files = filesIn(folder).clip;
  await writeFile(files.index, JSON.stringify(ends));
  return storeStill(await readFrame(files, ends, 0), '', folder);
}
