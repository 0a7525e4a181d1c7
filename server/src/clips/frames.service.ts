import { byteCache, fileOfFrame, levelSize } from '@chromatype/core';
import { Injectable, NotFoundException } from '@nestjs/common';
import sharp from 'sharp';
import type { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { decodeFrame, type FramePixels } from './frame-pixels.ts';
import { readFrame, readFrameEnds, readSmallFrames } from './frame-store.ts';

/** Decoded frames that are kept: a page asks for the same one a few times. */
const KEPT_BYTES = 128e6;

/** Gives the frames of stored clips as the engine reads them. */
@Injectable()
export class FramesService {
  private readonly kept = byteCache<FramePixels>(KEPT_BYTES, ({ data }) => data.byteLength);

  constructor(private readonly pictures: PicturesService) {}

  /** @throws NotFoundException when there is no such clip or frame */
  private async find(name: string): Promise<{ readonly picture: PictureEntity; readonly frame: number }> {
    const { hash, frame } = fileOfFrame(name);
    const picture = await this.pictures.get(hash);
    if (!picture.clip || !(frame < picture.clip.ends.length))
      throw new NotFoundException({ message: 'This clip has no such frame.' });
    return { picture, frame };
  }

  async pixels(name: string): Promise<FramePixels> {
    const { picture, frame } = await this.find(name);
    const known = this.kept.get(name);
    if (known) return known;
    const files = this.pictures.files(picture.hash).clip;
    const made = await decodeFrame(await readFrame(files, await readFrameEnds(files), frame));
    this.kept.set(name, made);
    return made;
  }

  /** A frame as it is told of: the picture that it is. */
  async about(name: string) {
    const { picture } = await this.find(name);
    const { width, height, channels } = await this.pixels(name);
    return { ...picture, hash: name, width, height, channels };
  }

  /** Rows of a reduced copy of a frame, averaged in light. */
  async level(name: string, level: number): Promise<Buffer> {
    const { width, height, channels, data } = await this.pixels(name);
    const size = levelSize({ width, height }, level);
    return sharp(data, { raw: { width, height, channels } })
      .gamma()
      .resize(size.width, size.height, { fit: 'fill', kernel: 'linear' })
      .toColourspace(channels === 1 ? 'b-w' : 'srgb')
      .raw({ depth: 'uchar' })
      .toBuffer();
  }

  /** Small copies of some frames, RGBA, one after the other. */
  async small(hash: string, first: number, count: number): Promise<Buffer> {
    const { picture } = await this.find(hash);
    const { ends, level } = picture.clip!;
    const { width, height } = levelSize(picture, level);
    const last = Math.min(ends.length, first + count);
    if (first >= last) throw new NotFoundException({ message: 'This clip has no such frames.' });
    return readSmallFrames(this.pictures.files(hash).clip, 4 * width * height, first, last - first);
  }
}
