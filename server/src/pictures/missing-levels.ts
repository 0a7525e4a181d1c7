import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import sharp from 'sharp';
import { type Pixels, writeLevels } from './levels.ts';
import { filesIn } from './picture-files.ts';
import { MOST_PIXELS } from './reading/limits.ts';
import { vipsHead, writePieces } from './reading/vips-file.ts';

/** Makes the reduced copies of a picture that was stored without them, out of its pixels, in another folder. */
export async function writeMissingLevels(task: {
  readonly pixels: string;
  readonly picture: Pixels;
  readonly folder: string;
}): Promise<void> {
  const { width, height, channels } = task.picture;
  await mkdir(task.folder, { recursive: true });
  const whole = join(task.folder, 'whole.v');
  writePieces(whole, [vipsHead(width, height, channels)]);
  await pipeline(createReadStream(task.pixels), createWriteStream(whole, { flags: 'a' }));
  await writeLevels(filesIn(task.folder), task.picture, sharp(whole, { limitInputPixels: MOST_PIXELS }));
}
