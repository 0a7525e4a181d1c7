import { mkdir, readFile, rm } from 'node:fs/promises';
import sharp from 'sharp';
import { PictureError } from '../../pictures/picture-error.ts';
import { PICTURE_FORMATS } from '../../pictures/reading/formats.ts';
import { checkEnding } from '../../pictures/reading/open-picture.ts';
import { type PictureFacts, storeStill } from '../../pictures/reading/store-picture.ts';
import { DAMAGED, isAnimation, openAnimation } from './animation.ts';
import { headOf } from '../../disk/head-of.ts';
import { isApng, openApng } from './apng.ts';
import type { ClipFile } from './clip-file.ts';
import { saysItMoves } from './moves.ts';
import { isZip, withStills } from './stills.ts';
import { storeFrames, workFolder } from './store-clip.ts';

/** A clip that is known by its first bytes. */
interface FoundClip {
  /** The format of its file, as it is told. */
  readonly format: string;
  open<T>(work: (clip: ClipFile) => Promise<T>): Promise<T>;
}

/** The clip that an archive of stills is. */
const archiveIn = (file: string, folder: string): FoundClip => ({
  format: 'zip',
  open: (work) => withStills(file, folder, work),
});

/** The clip that a file holds; null if it holds a still or something else. */
async function clipIn(bytes: Buffer): Promise<FoundClip | null> {
  if (bytes.length === 0) return null;
  if (isApng(bytes)) return { format: 'png', open: async (work) => work(openApng(bytes)) };
  const metadata = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!metadata && bytes.subarray(0, 4).toString('latin1') === 'GIF8') throw new PictureError(DAMAGED.gif);
  if (!metadata && saysItMoves(bytes)) throw new PictureError(DAMAGED.webp);
  if (!metadata || !isAnimation(metadata)) return null;
  return { format: metadata.format, open: async (work) => work(openAnimation(bytes, metadata)) };
}

/** The sentence for what the imaging library says of a damaged file. */
function refusalOf(error: unknown, format: string): unknown {
  if (error instanceof PictureError) return error;
  const { code } = error as NodeJS.ErrnoException;
  if (code !== undefined) return error;
  const title = PICTURE_FORMATS.find((f) => f.name === format)?.title ?? 'ZIP';
  return new PictureError(`This ${title} file is damaged or cut short; fetch or save it again.`);
}

interface FileToStore {
  readonly file: string;
  readonly name: string;
  readonly folder: string;
  /** At which share of its usual size a drawing is drawn. */
  readonly svgShare?: number;
}

/**
 * Reads an uploaded file into a folder: a still as it is, a clip with all of its frames, of which the first is the
 * picture that is shown at rest.
 * @throws PictureError with one plain sentence when the file cannot be used
 */
export async function storeFile({ file, name, folder, svgShare }: FileToStore): Promise<PictureFacts> {
  // An archive may be far larger than what is held in memory.
  const archive = isZip(await headOf(file));
  const bytes = archive ? Buffer.alloc(0) : await readFile(file);
  const found = archive ? archiveIn(file, folder) : await clipIn(bytes);
  if (!found) return storeStill(bytes, name, folder, svgShare);
  if (found.format !== 'zip') checkEnding(name, found.format);
  const work = workFolder(folder);
  await mkdir(work, { recursive: true });
  try {
    const { facts, first } = await found.open((clip) => storeFrames(clip, folder));
    const still = await storeStill(first, '', folder);
    return { ...still, format: found.format, ppi: null, clip: facts };
  } catch (error) {
    throw refusalOf(error, found.format);
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}
