import { join } from 'node:path';
import type { FrameFiles } from '../clips/frame-store.ts';

/** Where the parts of a stored picture lie. */
export interface PictureFiles {
  readonly folder: string;
  readonly original: string;
  readonly pixels: string;
  readonly thumb: string;
  /** Of a clip: its frames. */
  readonly clip: FrameFiles;
  /** Pixels of a reduced copy, 2^level times smaller. */
  level(level: number): string;
}

export const filesIn = (folder: string): PictureFiles => ({
  folder,
  original: join(folder, 'original'),
  pixels: join(folder, 'pixels'),
  thumb: join(folder, 'thumb.png'),
  clip: { frames: join(folder, 'frames'), index: join(folder, 'frames.json'), small: join(folder, 'frames-small') },
  level: (level) => join(folder, `level-${level}`),
});

export const picturesFolder = (data: string): string => join(data, 'pictures');

export const pictureFiles = (data: string, hash: string): PictureFiles =>
  filesIn(join(picturesFolder(data), hash.slice(0, 2), hash));
