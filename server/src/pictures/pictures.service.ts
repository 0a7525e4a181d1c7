import { fileHashes, keptLevels } from '@chromatype/core';
import { createHash } from 'node:crypto';
import type { Job } from '@chromatype/core';
import { Inject, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import type { StoredPicture } from '../render/file-source.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { ensureLevels, writeLevels } from './levels.ts';
import { checkEnding, normalisePicture } from './reading/normalise.ts';
import { PictureEntity } from './picture.entity.ts';
import { type PictureFiles, pictureFiles } from './picture-files.ts';
import { writeSafely } from './write-safely.ts';

@Injectable()
export class PicturesService {
  constructor(
    @InjectRepository(PictureEntity) private readonly pictures: Repository<PictureEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** Takes a file in. The same file twice is stored once. The row comes last, so what is listed is whole. */
  async add(bytes: Uint8Array, name: string): Promise<PictureEntity> {
    const hash = createHash('sha256').update(bytes).digest('hex');
    const known = await this.pictures.findOneBy({ hash });
    if (known) {
      checkEnding(name, known.format);
      return { ...known, name };
    }
    const picture = await normalisePicture(bytes, name);
    const files = this.files(hash);
    await writeSafely(files.original, bytes);
    await writeSafely(files.pixels, picture.pixels);
    await writeSafely(files.thumb, picture.thumb);
    await writeLevels(files, picture, picture.pixels);
    const { format, width, height, channels } = picture;
    return this.pictures.save({
      hash,
      name,
      format,
      width,
      height,
      channels,
      bytes: bytes.length,
      widthMm: picture.size?.width ?? null,
      heightMm: picture.size?.height ?? null,
      createdAt: new Date().toISOString(),
    });
  }

  async get(hash: string): Promise<PictureEntity> {
    const picture = await this.pictures.findOneBy({ hash });
    if (!picture) throw new NotFoundException({ message: 'This picture is not stored here; add the file again.' });
    return picture;
  }

  files(hash: string): PictureFiles {
    return pictureFiles(this.settings.data, hash);
  }

  /** The file with the pixels of a reduced copy. @throws NotFoundException when that level is not kept */
  async level(hash: string, level: number): Promise<string> {
    const picture = await this.get(hash);
    if (!keptLevels(picture).includes(level))
      throw new NotFoundException({ message: 'No copy of this size is kept of the picture.' });
    await ensureLevels(hash, this.files(hash), picture);
    return this.files(hash).level(level);
  }

  /** The stored pixels of every picture of a job. */
  async filesOf(job: Job): Promise<StoredPicture[]> {
    const found = await this.pictures.findBy({ hash: In(fileHashes(job.pictures)) });
    return found.map(({ hash, width, height, channels }) => ({
      hash,
      width,
      height,
      channels,
      file: this.files(hash).pixels,
    }));
  }
}
