import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import { MOST_CLIP_FRAMES } from '@chromatype/core';
import sharp from 'sharp';
import { type Archive, ArchiveError, withArchive } from '../../archives/archive.ts';
import { PictureError } from '../../pictures/picture-error.ts';
import { PICTURE_FORMATS } from '../../pictures/reading/formats.ts';
import { openPicture } from '../../pictures/reading/open-picture.ts';
import { readPixels } from '../../pictures/reading/read-pixels.ts';
import { HEAD_BYTES } from '../../pictures/reading/vips-file.ts';
import { checkClipLength, checkFrameSize } from './clip-limits.ts';
import type { ClipFile, ReadFrame } from './clip-file.ts';

/** Frames a second of stills that do not say how long they are shown. */
const RATE = 24;
/** Bytes of all stills of an archive, unpacked. */
const MOST_UNPACKED = 20e9;
/** The list of times that our own archives of frames hold. */
const TIMES = 'times.csv';
/** What programs that pack archives add by themselves. */
const ADDED = /(^|\/)(__MACOSX\/|\.|Thumbs\.db$|desktop\.ini$)/i;
const ENDINGS = PICTURE_FORMATS.filter(({ name }) => name !== 'svg').flatMap(({ endings }) => endings);

const isStill = (name: string): boolean => ENDINGS.includes(extname(name).slice(1).toLowerCase());
const isTimes = (name: string): boolean => basename(name) === TIMES;
const inOrder = new Intl.Collator('en', { numeric: true }).compare;

/** Whether a file begins as a ZIP archive does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3;

/** @throws PictureError when something in an archive is no still of a clip */
function checkNames(names: readonly string[]): readonly string[] {
  const told = names.filter((name) => !name.endsWith('/') && !ADDED.test(name) && !isTimes(name));
  const other = told.find((name) => !isStill(name));
  if (other !== undefined)
    throw new PictureError(
      `This archive holds "${basename(other).slice(0, 60)}", which is no picture; pack the frames alone.`,
    );
  if (told.length === 0) throw new PictureError('This archive holds no pictures.');
  return [...told].sort(inOrder);
}

/** How long the frames of an archive are shown, by the list in it; null where it does not fit. */
async function listedLengths(archive: Archive, folder: string, count: number): Promise<number[] | null> {
  const name = [...archive.members.keys()].find(isTimes);
  if (name === undefined || archive.members.get(name)!.uncompressedSize > 1e6) return null;
  const file = join(folder, TIMES);
  await archive.unpack(name, file);
  const lengths = (await readFile(file, 'utf8'))
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => Number(line.split(',')[2]));
  return lengths.length === count && lengths.every((length) => length > 0) ? lengths : null;
}

/** The pixels of a still, by its profile, as pictures are read. */
async function readStill(file: string, name: string, folder: string): Promise<ReadFrame> {
  const opened = await openPicture(await readFile(file), basename(name));
  const rgba = await readPixels(opened, (part) => join(folder, part));
  const { width, height } = rgba;
  // Behind its pixels the file may say more of itself.
  const bytes = await readFile(rgba.file);
  return { width, height, rgba: bytes.subarray(HEAD_BYTES, HEAD_BYTES + 4 * width * height) };
}

const sentence = (error: unknown): unknown => (error instanceof ArchiveError ? new PictureError(error.message) : error);

/**
 * Opens an archive of numbered stills and hands it to some work; the frames can be read while that goes on.
 * @throws PictureError when it holds other things, or stills of several sizes
 */
export async function withStills<T>(file: string, folder: string, work: (clip: ClipFile) => Promise<T>): Promise<T> {
  const place = await mkdtemp(join(folder, 'stills-'));
  try {
    return await withArchive(
      file,
      () => true,
      async (archive) => {
        const names = checkNames([...archive.members.keys()]);
        checkClipLength(names.length, names.length / RATE);
        const lengths = (await listedLengths(archive, place, names.length)) ?? names.map(() => 1 / RATE);
        const unpacked = async (name: string): Promise<string> => {
          const to = join(place, 'still');
          await archive.unpack(name, to);
          return to;
        };
        const first = await sharp(await readFile(await unpacked(names[0]!)), { limitInputPixels: false })
          .metadata()
          .catch(() => {
            throw new PictureError(`"${basename(names[0]!)}" is no picture that can be read.`);
          });
        const { autoOrient } = first;
        const { width, height } = autoOrient ?? first;
        checkFrameSize({ width, height });
        async function* frames(): AsyncGenerator<ReadFrame> {
          for (const [k, name] of names.entries()) {
            const still = await readStill(await unpacked(name), name, place);
            if (still.width !== width || still.height !== height)
              throw new PictureError(
                `Frame ${k + 1}, "${basename(name)}", has ${still.width} × ${still.height} pixels and the first ${width} × ${height}; all frames need one size.`,
              );
            yield still;
          }
        }
        return work({ width, height, lengths, frames });
      },
      // Stills are unpacked one at a time.
      { entries: 2 * MOST_CLIP_FRAMES, total: MOST_UNPACKED },
    );
  } catch (error) {
    throw sentence(error);
  } finally {
    await rm(place, { recursive: true, force: true });
  }
}
