import { rename, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { MM_PER_INCH } from '@chromatype/core';
import { Inject, Injectable } from '@nestjs/common';
import { inNewFolder } from '../disk/incoming.ts';
import type { Received } from '../disk/receive.ts';
import { sha256Of } from '../disk/sha256.ts';
import type { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { ArtworkFacts, ArtworkLayer } from './read-artwork.ts';

/** A layer whose picture is stored. */
export type StoredLayer = Omit<ArtworkLayer, 'file'> & { readonly picture: PictureEntity };

export interface Artwork extends Pick<ArtworkFacts, 'width' | 'height' | 'notes'> {
  /** Its size on paper, if the file states one. */
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  /** The undermost first. */
  readonly layers: readonly StoredLayer[];
}

/** Takes layered files in: each layer becomes a picture like any other. */
@Injectable()
export class ArtworkService {
  constructor(
    private readonly pictures: PicturesService,
    private readonly reading: ReadingService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  async add({ file, folder }: Received): Promise<Artwork> {
    const { layers, ppi, ...facts } = await this.reading.readArtwork({ file, folder });
    const stored: StoredLayer[] = [];
    for (const { file: name, ...layer } of layers)
      stored.push({ ...layer, picture: await this.store(join(folder, name), layer.name) });
    const mm = (pixels: number) => (ppi === null ? null : (pixels / ppi) * MM_PER_INCH);
    return { ...facts, widthMm: mm(facts.width), heightMm: mm(facts.height), layers: stored };
  }

  private store(from: string, name: string): Promise<PictureEntity> {
    return inNewFolder(this.settings.data, async (folder) => {
      const file = join(folder, 'original');
      await rename(from, file);
      const received = { folder, file, hash: await sha256Of(file), bytes: (await stat(file)).size };
      return this.pictures.add(received, `${name.replace(/\.[^.]*$/, '')}.png`);
    });
  }
}
