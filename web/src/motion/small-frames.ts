import {
  fileOfFrame,
  frameName,
  type Job,
  jobAtFrame,
  levelSize,
  type Picture,
  picturesOf,
  printingPasses,
} from '@chromatype/core';
import { create } from 'zustand';
import { type StoredPicture } from '../api/pictures.ts';
import { enginePool } from '../engine/pool.ts';
import { usePictures } from '../engine/pictures.ts';

/** Frames that are fetched at once. */
const BATCH = 16;

/** What is known of the small copies of a clip. */
export interface SmallClip {
  readonly width: number;
  readonly height: number;
  /** How many of its frames are here, from the first on. */
  readonly here: number;
  readonly frames: number;
  readonly message: string | null;
}

/** Small copies of clips that the workers have, by the hash of the clip. */
export const useSmallClips = create<Readonly<Record<string, SmallClip>>>(() => ({}));

const put = (hash: string, clip: SmallClip): void => useSmallClips.setState({ [hash]: clip });

/** The name under which the workers find a small copy. */
const smallName = (hash: string, frame: number): string => `${frameName(hash, frame)}/small`;

/** Brings the small copies of a clip to the workers, some frames at a time; nothing happens when they are on their way. */
export async function loadSmallClip(hash: string): Promise<void> {
  const known = useSmallClips.getState()[hash];
  if (known && known.message === null) return;
  put(hash, { width: 1, height: 1, here: 0, frames: 1, message: null });
  try {
    const about = (await (await fetch(`/api/pictures/${hash}`)).json()) as StoredPicture;
    if (!about.clip) throw new Error('This clip is not stored here; add the file again.');
    const { ends, level } = about.clip;
    const { width, height } = levelSize(about, level);
    const each = 4 * width * height;
    for (let first = 0; first < ends.length; first += BATCH) {
      const response = await fetch(`/api/pictures/${hash}/frames/${first}?count=${BATCH}`);
      if (!response.ok) throw new Error('The frames of the clip could not be fetched from the server.');
      const bytes = new Uint8Array(await response.arrayBuffer());
      for (let k = 0; k * each < bytes.length; k++) {
        const buffer = new SharedArrayBuffer(each);
        new Uint8Array(buffer).set(bytes.subarray(k * each, (k + 1) * each));
        enginePool().addPicture({ hash: smallName(hash, first + k), width, height, channels: 4, buffer });
      }
      put(hash, { width, height, here: Math.min(ends.length, first + BATCH), frames: ends.length, message: null });
    }
  } catch (error) {
    put(hash, {
      width: 1,
      height: 1,
      here: 0,
      frames: 1,
      message: error instanceof Error ? error.message : String(error),
    });
  }
}

/** Whether small copies of a clip's frames are no smaller than the frames themselves. */
const isWhole = (picture: Picture, { width }: SmallClip): boolean => width === picture.width;

/** Pictures of a job that its printing passes read. */
function readPictures(job: Job): Picture[] {
  const ids = picturesOf(job, printingPasses(job));
  return job.pictures.filter(({ id }) => ids.has(id) || id === job.sheet.ground.picture);
}

/** Clips that a job prints, by the hashes of their files. */
export const clipsOf = (job: Job): string[] => [
  ...new Set(readPictures(job).flatMap(({ clip, hash }) => (clip && hash ? [fileOfFrame(hash).hash] : []))),
];

/** A frame as it is played. */
export interface PlayedFrame {
  readonly job: Job;
  /** Whether it reads small copies, so that it is finer when the clip stands still. */
  readonly small: boolean;
}

/** A frame as it is played. Null while the pixels that it reads are not there. */
export const playedFrame = (job: Job, frame: number): PlayedFrame | null => asPlayed(jobAtFrame(job, frame));

/** A still whose clips are read from their small copies. Null while these are not there. */
export function asPlayed(still: Job): PlayedFrame | null {
  const clips = useSmallClips.getState();
  const { byHash } = usePictures.getState();
  let small = false;
  const read = new Set(readPictures(still).map(({ id }) => id));
  const pictures: Picture[] = [];
  for (const picture of still.pictures) {
    if (!read.has(picture.id) || !picture.hash) {
      pictures.push(picture);
      continue;
    }
    const { hash, frame: own } = fileOfFrame(picture.hash);
    if (!picture.clip) {
      if (byHash[picture.hash]?.state !== 'ready') return null;
      pictures.push(picture);
      continue;
    }
    const clip = clips[hash];
    if (!clip || own >= clip.here) return null;
    if (!isWhole(picture, clip)) small = true;
    pictures.push({ ...picture, hash: smallName(hash, own), width: clip.width, height: clip.height });
  }
  return { job: { ...still, pictures }, small };
}
