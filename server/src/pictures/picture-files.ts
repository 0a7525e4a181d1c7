import { join } from 'node:path';

/** Where the parts of a stored picture lie. */
export interface PictureFiles {
  readonly original: string;
  readonly pixels: string;
  readonly thumb: string;
  /** Pixels of a reduced copy, 2^level times smaller. */
  level(level: number): string;
}

export function pictureFiles(data: string, hash: string): PictureFiles {
  const folder = join(data, 'pictures', hash.slice(0, 2), hash);
  return {
    original: join(folder, 'original'),
    pixels: join(folder, 'pixels'),
    thumb: join(folder, 'thumb.png'),
    level: (level) => join(folder, `level-${level}`),
  };
}
