import { existsSync } from 'node:fs';
import { Readable } from 'node:stream';
import { fileHashes, type Job } from '@chromatype/core';
import { ZipFile } from 'yazl';
import { FILM_FORMATS } from '../clips/clips.service.ts';
import { readFrame, readFrameEnds } from '../clips/frame-store.ts';
import { sha256Of } from '../disk/sha256.ts';
import { Refused } from '../errors/refused.ts';
import { faceFile } from '../faces/face-files.ts';
import type { PictureEntity } from '../pictures/picture.entity.ts';
import type { PictureFiles } from '../pictures/picture-files.ts';
import { fontFilesOf } from './fonts-of.ts';
import {
  fontName,
  frameName,
  JOB_FILE_VERSION,
  type JobFileList,
  LIST_NAME,
  type ListedPicture,
  PREVIEW_NAME,
  pictureName,
} from './job-file-format.ts';

/** What a job file is made of. */
export interface JobFileParts {
  readonly job: Job;
  readonly tags: readonly string[];
  /** The job's pictures as they are stored. */
  readonly pictures: readonly PictureEntity[];
  readonly tiles: JobFileList['tiles'];
  readonly preview: Uint8Array;
  filesOf(hash: string): PictureFiles;
}

/** The time of members is always the same, so that the same job makes the same file. */
const MTIME = new Date(2000, 0, 1);
const PACKED = { mtime: MTIME, compress: false } as const;

const isFilm = ({ format, clip }: PictureEntity): boolean => clip !== null && FILM_FORMATS.includes(format);

async function listed(picture: PictureEntity, files: PictureFiles): Promise<ListedPicture> {
  const { hash, name, width, height, clip } = picture;
  const film = isFilm(picture) ? { width, height, ends: clip!.ends } : null;
  return { hash, name, pixels: await sha256Of(files.pixels), film };
}

/**
 * A job with everything that it prints, as one ZIP archive: pictures, tiles, the faces of its letters and a preview.
 * @throws Refused when a file of a picture is missing
 */
export async function jobFile({ job, tags, pictures, tiles, preview, filesOf }: JobFileParts): Promise<Readable> {
  const stored = new Set(pictures.map((p) => p.hash));
  for (const hash of fileHashes(job.pictures)) {
    if (stored.has(hash) && existsSync(filesOf(hash).original)) continue;
    const name = job.pictures.find((p) => p.hash?.startsWith(hash))!.name;
    throw new Refused(
      409,
      `The picture "${name}" of this job is missing here, so that no whole file can be made of it.`,
    );
  }
  const fonts = fontFilesOf(job).filter((file) => faceFile(file) !== null);
  const list: JobFileList = {
    format: 'chromatype-job-file',
    version: JOB_FILE_VERSION,
    job,
    tags,
    pictures: await Promise.all(pictures.map((p) => listed(p, filesOf(p.hash)))),
    tiles,
    fonts,
  };
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(JSON.stringify(list, null, 1)), LIST_NAME, { mtime: MTIME });
  zip.addBuffer(Buffer.from(preview), PREVIEW_NAME, PACKED);
  for (const picture of pictures) {
    const files = filesOf(picture.hash);
    // Pictures are packed already.
    zip.addFile(files.original, pictureName(picture.hash), PACKED);
    if (!isFilm(picture)) continue;
    const ends = await readFrameEnds(files.clip);
    for (let k = 0; k < ends.length; k++) {
      zip.addReadStreamLazy(frameName(picture.hash, k), PACKED, (give) => {
        readFrame(files.clip, ends, k).then(
          (bytes) => give(null, Readable.from([bytes])),
          (error: unknown) => give(error, null as never),
        );
      });
    }
  }
  for (const file of fonts) zip.addFile(faceFile(file)!, fontName(file), { mtime: MTIME });
  zip.end();
  return zip.outputStream as unknown as Readable;
}
