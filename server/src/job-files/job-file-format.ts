import { type Job, JobError, readJob } from '@chromatype/core';
import { valid } from './valid.ts';

/** The newest version of job files, which this program writes. The job inside has a version of its own. */
export const JOB_FILE_VERSION = 1;

/** Names of members of the archive. */
export const LIST_NAME = 'chromatype-job.json';
export const PREVIEW_NAME = 'preview.png';
export const pictureName = (hash: string): string => `pictures/${hash}`;
export const frameName = (hash: string, frame: number): string =>
  `frames/${hash}/${String(frame + 1).padStart(5, '0')}`;
export const fontName = (file: string): string => `fonts/${file}.woff`;
/** Members that are read; others are passed over. */
export const WANTED = /^(chromatype-job\.json|pictures\/[0-9a-f]{64}|frames\/[0-9a-f]{64}\/\d{5})$/;

/** A film of a job: its frames lie beside it, as the server that wrote the file kept them. */
export interface ListedFilm {
  readonly width: number;
  readonly height: number;
  /** When each frame ends, in seconds. */
  readonly ends: readonly number[];
}

export interface ListedPicture {
  /** SHA-256 of the file. */
  readonly hash: string;
  readonly name: string;
  /** SHA-256 of the pixels that it was read as: rows of 8-bit sRGB, one or four channels. */
  readonly pixels: string;
  readonly film: ListedFilm | null;
}

/** What a job file says of itself. */
export interface JobFileList {
  readonly format: 'chromatype-job-file';
  readonly version: typeof JOB_FILE_VERSION;
  readonly job: Job;
  readonly tags: readonly string[];
  readonly pictures: readonly ListedPicture[];
  /** Tiles of the shelf that the job prints: the picture of each, and what it is called. */
  readonly tiles: readonly { readonly hash: string; readonly name: string }[];
  /** Files of faces that the job's letters are set in. Its letters are outlines; the files serve other programs. */
  readonly fonts: readonly string[];
}

const HASH = /^[0-9a-f]{64}$/;

function readFilm(value: unknown): ListedFilm | null {
  if (value === null || value === undefined) return null;
  const film = valid.object(value, 'film');
  const ends = valid.list(film.ends, 'film.ends', 20_000).map((end) => valid.number(end, 'film.ends', 0, 1e6));
  if (ends.length === 0 || ends.some((end, k) => end <= (ends[k - 1] ?? 0)))
    throw new JobError('film.ends', '"film.ends" must hold times that rise from frame to frame.');
  return {
    width: valid.number(film.width, 'film.width', 1, 1e5),
    height: valid.number(film.height, 'film.height', 1, 1e5),
    ends,
  };
}

/**
 * Reads the list of a job file. @throws JobError with one plain sentence
 */
export function readJobFileList(text: string): JobFileList {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new JobError('', 'The list in this job file (chromatype-job.json) is damaged; export the job again.');
  }
  const list = valid.object(value, 'list');
  if (list.format !== 'chromatype-job-file')
    throw new JobError('format', '"format" must be "chromatype-job-file"; this is not a job file.');
  if (typeof list.version !== 'number' || list.version > JOB_FILE_VERSION) {
    throw new JobError(
      'version',
      `This job file has version ${String(list.version)}, newer than this program (${JOB_FILE_VERSION}); open it with a newer one.`,
    );
  }
  const hash = (text: unknown, field: string): string => valid.text(text, field, HASH, 64);
  return {
    format: 'chromatype-job-file',
    version: JOB_FILE_VERSION,
    job: readJob(list.job),
    tags: valid.list(list.tags ?? [], 'tags', 30).map((tag) => valid.text(tag, 'tags', /./s, 40)),
    pictures: valid.list(list.pictures ?? [], 'pictures', 2000).map((item) => {
      const p = valid.object(item, 'pictures');
      const name = valid.text(p.name, 'pictures.name', /^/, 300);
      return {
        hash: hash(p.hash, 'pictures.hash'),
        name,
        pixels: hash(p.pixels, 'pictures.pixels'),
        film: readFilm(p.film),
      };
    }),
    tiles: valid.list(list.tiles ?? [], 'tiles', 2000).map((item) => {
      const tile = valid.object(item, 'tiles');
      return { hash: hash(tile.hash, 'tiles.hash'), name: valid.text(tile.name, 'tiles.name', /./s, 80) };
    }),
    fonts: valid.list(list.fonts ?? [], 'fonts', 1000).map((font) => valid.text(font, 'fonts', /^[\w.-]+$/, 200)),
  };
}
