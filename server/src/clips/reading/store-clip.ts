import { join } from 'node:path';
import { levelSize, type Clip } from '@chromatype/core';
import sharp from 'sharp';
import { filesIn } from '../../pictures/picture-files.ts';
import { PictureError } from '../../pictures/picture-error.ts';
import { createFrameWriter } from '../frame-store.ts';
import { type ClipFile, endsOf } from './clip-file.ts';
import { smallLevel } from './clip-limits.ts';

/** What is known of a clip that was stored, besides its first frame. */
export interface ClipFacts {
  /** When each frame ends, in seconds. */
  readonly ends: Clip['ends'];
  /** The level of the small copies that are kept of all frames. */
  readonly level: number;
}

interface Frame {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8Array;
}

const rawOf = ({ width, height, rgba }: Frame) => sharp(rgba, { raw: { width, height, channels: 4 } });

/** A frame packed so that no pixel of it changes: quick, since there are many. */
export const packedFrame = (frame: Frame): Promise<Buffer> =>
  rawOf(frame).png({ compressionLevel: 2, adaptiveFiltering: false }).toBuffer();

/** A small copy of a frame, RGBA, averaged in light as reduced copies of pictures are. */
export async function smallFrame(frame: Frame, level: number): Promise<Buffer> {
  if (level === 0) return Buffer.from(frame.rgba);
  const { width, height } = levelSize(frame, level);
  return rawOf(frame)
    .gamma()
    .resize(width, height, { fit: 'fill', kernel: 'linear' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer();
}

/**
 * Writes all frames of a clip into a folder, each as soon as it is decoded.
 * @returns the clip's facts, and its first frame as a PNG
 * @throws PictureError when its frames do not come to their end
 */
export async function storeFrames(clip: ClipFile, folder: string): Promise<{ facts: ClipFacts; first: Buffer }> {
  const files = filesIn(folder);
  const level = smallLevel(clip, clip.lengths.length);
  const writer = createFrameWriter(files.clip);
  let first: Buffer | null = null;
  let count = 0;
  try {
    for await (const frame of clip.frames()) {
      const [packed, small] = await Promise.all([packedFrame(frame), smallFrame(frame, level)]);
      first ??= packed;
      writer.add(packed, small);
      count++;
    }
    if (!first || count !== clip.lengths.length)
      throw new PictureError('This clip is cut short; fetch or save it again.');
    await writer.end();
  } finally {
    writer.close();
  }
  return { facts: { ends: endsOf(clip.lengths), level }, first };
}

/** Where work on a clip may leave what it needs for a while. */
export const workFolder = (folder: string): string => join(folder, 'work');
