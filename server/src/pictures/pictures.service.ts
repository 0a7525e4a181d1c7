import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { fileHashes, type Job, keptLevels } from '@chromatype/core';
import { Inject, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { inNewFolder } from '../disk/incoming.ts';
import { moveFile, moveFolder } from '../disk/move-into-place.ts';
import type { Received } from '../disk/receive.ts';
import type { StoredPicture } from '../render/file-source.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { PictureEntity } from './picture.entity.ts';
import { filesIn, type PictureFiles, pictureFiles } from './picture-files.ts';
import type { PictureFacts } from './reading/store-picture.ts';
import { checkEnding } from './reading/open-picture.ts';
import { Turns } from './turns.ts';

@Injectable()
export class PicturesService {
  /** Work on the files of one picture, by its hash. */
  private readonly turns = new Turns();

  constructor(
    @InjectRepository(PictureEntity) private readonly pictures: Repository<PictureEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly reading: ReadingService,
  ) {}

  /** Takes a file in. The same file twice is stored once, also when both come at the same time. */
  add(received: Received, name: string): Promise<PictureEntity> {
    return this.turns.take(received.hash, async () => {
      const known = await this.pictures.findOneBy({ hash: received.hash });
      if (!known) return this.store(received, name);
      checkEnding(name, known.format);
      return { ...known, name };
    });
  }

  /** Reads a file beside its place and moves it there whole. */
  private async store(received: Received, name: string): Promise<PictureEntity> {
    const { file, folder } = received;
    return this.place(received, name, await this.reading.storePicture({ file, name, folder }));
  }

  /** The picture of a file, if it is stored here. */
  known(hash: string): Promise<PictureEntity | null> {
    return this.pictures.findOneBy({ hash });
  }

  /** Moves what was read of a file to its place. The row comes last, so what is listed is there. */
  async place({ folder, hash, bytes }: Received, name: string, facts: PictureFacts): Promise<PictureEntity> {
    const { format, width, height, channels, size, ppi, clip } = facts;
    const place = this.files(hash).folder;
    await moveFolder(folder, place);
    try {
      return await this.pictures.save({
        hash,
        name,
        format,
        width,
        height,
        channels,
        bytes,
        widthMm: size?.width ?? null,
        heightMm: size?.height ?? null,
        ppi,
        clip,
        createdAt: new Date().toISOString(),
      });
    } catch (error) {
      await rm(place, { recursive: true, force: true });
      throw error;
    }
  }

  /**
   * Deletes a picture of which a condition of SQL on its row holds at that very moment. Returns whether it did; a file that
   * comes in again meanwhile waits.
   */
  removeIf(hash: string, condition: string): Promise<boolean> {
    return this.turns.take(hash, async () => {
      const [gone] = await this.pictures.query(`DELETE FROM picture WHERE hash = ? AND ${condition} RETURNING hash`, [
        hash,
      ]);
      if (!gone) return false;
      await rm(this.files(hash).folder, { recursive: true, force: true });
      return true;
    });
  }

  /** Deletes the folder of a picture that has no row. */
  removeStray(hash: string): Promise<boolean> {
    return this.turns.take(hash, async () => {
      if (await this.pictures.findOneBy({ hash })) return false;
      await rm(this.files(hash).folder, { recursive: true, force: true });
      return true;
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
    await this.turns.take(hash, () => this.ensureLevels(picture));
    return this.files(hash).level(level);
  }

  /** Makes the reduced copies of a picture that was stored without them. */
  private async ensureLevels(picture: PictureEntity): Promise<void> {
    const files = this.files(picture.hash);
    const missing = keptLevels(picture).filter((level) => !existsSync(files.level(level)));
    if (missing.length === 0) return;
    const { width, height, channels } = picture;
    await inNewFolder(this.settings.data, async (folder) => {
      await this.reading.writeMissingLevels({ pixels: files.pixels, picture: { width, height, channels }, folder });
      for (const level of missing) await moveFile(filesIn(folder).level(level), files.level(level));
    });
  }

  /** The stored pixels of every picture of a job. */
  filesOf(job: Job): Promise<StoredPicture[]> {
    return this.filesOfHashes(fileHashes(job.pictures));
  }

  /** The stored pixels of pictures; those that are not here are left out. */
  async filesOfHashes(hashes: readonly string[]): Promise<StoredPicture[]> {
    const found = await this.pictures.findBy({ hash: In([...hashes]) });
    return found.map(({ hash, width, height, channels, clip }) => ({
      hash,
      width,
      height,
      channels,
      file: this.files(hash).pixels,
      clip: clip && this.files(hash).clip,
    }));
  }
}
