import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileHashes, JobError } from '@chromatype/core';
import { type Archive, ArchiveError, withArchive } from '../archives/archive.ts';
import { sha256Of } from '../disk/sha256.ts';
import { frameName, type JobFileList, LIST_NAME, pictureName, readJobFileList, WANTED } from './job-file-format.ts';

/** Far more than the frames and pictures of a large job; a bomb is refused by its list of members. */
const LIMITS = { entries: 50_000, each: 1e9, total: 6e9 } as const;
/** Bytes of the list of a job file. */
const MOST_LIST = 50e6;

/** A picture of a job file, unpacked into files. */
export interface UnpackedPicture {
  readonly hash: string;
  readonly name: string;
  readonly pixels: string;
  readonly file: string;
  /** Of a film: its frames. */
  readonly film: {
    readonly width: number;
    readonly height: number;
    readonly ends: readonly number[];
    readonly frames: readonly string[];
  } | null;
}

async function listOf({ members, unpack }: Archive, folder: string): Promise<JobFileList> {
  const entry = members.get(LIST_NAME);
  if (!entry) throw new ArchiveError('This archive is no job file: its list (chromatype-job.json) is missing.');
  if (entry.uncompressedSize > MOST_LIST) throw new ArchiveError('The list in this job file is larger than 50 MB.');
  const file = join(folder, 'list.json');
  await unpack(LIST_NAME, file);
  return readJobFileList(await readFile(file, 'utf8'));
}

/** Says which picture of the job the file does not bring, before any of them is unpacked. */
function checkWhole({ job, pictures }: JobFileList, { members }: Archive): void {
  const brought = new Map(pictures.map((p) => [p.hash, p]));
  for (const hash of fileHashes(job.pictures)) {
    const { name } = job.pictures.find((p) => p.hash?.startsWith(hash))!;
    const film = brought.get(hash)?.film ?? null;
    const frames = film?.ends.map((_, k) => frameName(hash, k)) ?? [];
    if (brought.has(hash) && [pictureName(hash), ...frames].every((member) => members.has(member))) continue;
    throw new JobError('pictures', `The picture "${name}" is missing from this job file; export the job again.`);
  }
}

async function unpacked(
  { unpack }: Archive,
  { hash, name, pixels, film }: JobFileList['pictures'][number],
  folder: string,
): Promise<UnpackedPicture> {
  const file = join(folder, hash);
  await unpack(pictureName(hash), file);
  if ((await sha256Of(file)) !== hash) {
    throw new JobError(
      'pictures',
      `The picture "${name}" in this job file is another one than it names; export the job again.`,
    );
  }
  if (!film) return { hash, name, pixels, file, film: null };
  const frames: string[] = [];
  for (const [k] of film.ends.entries()) {
    frames.push(join(folder, `${hash}-${k}`));
    await unpack(frameName(hash, k), frames[k]!);
  }
  return { hash, name, pixels, file, film: { ...film, frames } };
}

/**
 * Reads a job file and unpacks the pictures that its job needs and that `known` does not have, into a folder.
 * @throws ArchiveError or JobError with one plain sentence
 */
export function readJobFile(
  file: string,
  folder: string,
  known: (hash: string) => Promise<boolean>,
): Promise<{ readonly list: JobFileList; readonly pictures: readonly UnpackedPicture[] }> {
  return withArchive(
    file,
    (name) => WANTED.test(name),
    async (archive) => {
      const list = await listOf(archive, folder);
      checkWhole(list, archive);
      const needed = new Set(fileHashes(list.job.pictures));
      const pictures: UnpackedPicture[] = [];
      for (const picture of list.pictures) {
        if (!needed.has(picture.hash) || (await known(picture.hash))) continue;
        pictures.push(await unpacked(archive, picture, folder));
      }
      return { list, pictures };
    },
    LIMITS,
  );
}
