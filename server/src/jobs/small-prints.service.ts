import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { SmallPrint } from '@chromatype/core';
import sharp from 'sharp';
import { PicturesService } from '../pictures/pictures.service.ts';
import { writeSafely } from '../pictures/write-safely.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { JobEntity } from './job.entity.ts';

/** Small pictures of whole sheets, made by the engine and kept until the job looks different. */
@Injectable()
export class SmallPrintsService {
  private readonly making = new Map<string, Promise<Buffer>>();

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
  ) {}

  async printOf(job: JobEntity, width: number): Promise<Buffer> {
    const { title: _, ...looks } = job.document;
    const key = createHash('sha256')
      .update(JSON.stringify([looks, width]))
      .digest('hex');
    const file = join(this.settings.data, 'prints', `${key}.png`);
    if (existsSync(file)) return readFile(file);
    let made = this.making.get(key);
    if (!made) {
      made = this.make(job, width, file).finally(() => this.making.delete(key));
      this.making.set(key, made);
    }
    return made;
  }

  private async make(job: JobEntity, width: number, file: string): Promise<Buffer> {
    const print: SmallPrint = await this.threads.smallPrint({
      job: job.document,
      width,
      pictures: await this.pictures.filesOf(job.document),
    });
    const png = await sharp(Buffer.from(print.rgba), { raw: { width: print.width, height: print.height, channels: 4 } })
      .removeAlpha()
      .png()
      .toBuffer();
    await writeSafely(file, png);
    return png;
  }
}
