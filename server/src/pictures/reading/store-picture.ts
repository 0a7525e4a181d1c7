import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { diskFullOf } from '../../errors/disk-full.ts';
import { writeLevels } from '../levels.ts';
import { PictureError } from '../picture-error.ts';
import { filesIn } from '../picture-files.ts';
import type { ClipFacts } from '../../clips/reading/store-clip.ts';
import { type OpenedPicture, openPicture } from './open-picture.ts';
import { greyWhereGrey } from './grey.ts';
import { MOST_PIXELS } from './limits.ts';
import { readPixels } from './read-pixels.ts';
import { statedPpi } from './resolution.ts';
import type { SizeInMm } from './svg/svg-size.ts';
import { stripsOf, type VipsFile, writePieces } from './vips-file.ts';

const THUMB_SIDE = 360;

/** What is known of a picture that was read. */
export interface PictureFacts {
  readonly format: string;
  readonly width: number;
  readonly height: number;
  /** One channel when it is grey and opaque, R, G, B and alpha otherwise. */
  readonly channels: 1 | 4;
  /** The resolution that the file states; null if it states none. */
  readonly ppi: number | null;
  /** The size on paper that a drawing states, in mm. */
  readonly size: SizeInMm | null;
  /** Of a clip: its frames; null of a still. */
  readonly clip: ClipFacts | null;
}

function* bytesOf(picture: VipsFile): Generator<Uint8Array> {
  for (const { bytes } of stripsOf(picture)) yield bytes;
}

const TOO_LARGE = 'This picture has more than 200 megapixels; reduce it first.';

/** The sentence for what the imaging library says. */
function refusalOf(error: unknown, { format }: OpenedPicture): unknown {
  const full = diskFullOf(error);
  if (error instanceof PictureError || full) return full ?? error;
  if (/exceeds pixel limit/i.test(String(error))) return new PictureError(TOO_LARGE, 413);
  if (/timeout/i.test(String(error))) {
    return new PictureError('This picture takes too long to read; save it again in a simpler form.');
  }
  return new PictureError(`This ${format.title} file is damaged or cut short; fetch or save it again.`);
}

/**
 * Reads an uploaded still whole: its orientation applied, its colour profile converted to sRGB. Writes its pixels (rows of 8-bit sRGB), its thumbnail and its reduced copies into a folder; memory
 * follows the width of the picture and not its height, unless the file's format needs the whole.
 * @throws PictureError with one plain sentence when the file cannot be used
 */
export async function storeStill(
  bytes: Uint8Array,
  name: string,
  folder: string,
  svgShare?: number,
): Promise<PictureFacts> {
  const opened = await openPicture(bytes, name, svgShare);
  const files = filesIn(folder);
  const work = join(folder, 'work');
  await mkdir(work, { recursive: true });
  try {
    const rgba = await readPixels(opened, (file) => join(work, file));
    const picture = greyWhereGrey(rgba, join(work, 'grey.v'));
    const { width, height } = picture;
    const channels = picture.channels as 1 | 4;
    writePieces(files.pixels, bytesOf(picture));
    const image = () => sharp(picture.file, { limitInputPixels: MOST_PIXELS });
    await image().resize(THUMB_SIDE, THUMB_SIDE, { fit: 'inside', withoutEnlargement: true }).png().toFile(files.thumb);
    await writeLevels(files, { width, height, channels }, image());
    const ppi = statedPpi(bytes, opened.metadata);
    return { format: opened.format.name, width, height, channels, ppi, size: opened.size, clip: null };
  } catch (error) {
    throw refusalOf(error, opened);
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}
