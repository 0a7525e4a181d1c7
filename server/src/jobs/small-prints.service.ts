import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { SmallPrint } from '@chromatype/core';
import sharp from 'sharp';
import { PicturesService } from '../pictures/pictures.service.ts';
import { writeSafely } from '../disk/write-safely.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { ReadableJob } from './jobs.service.ts';

/** The small prints of a data folder: a folder for each job, in which files are named by width and looks. */
export const printsFolder = (data: string): string => join(data, 'prints');

/** Small pictures of whole sheets, made by the engine and kept until the job looks different. */
@Injectable()
export class SmallPrintsService {
  private readonly making = new Map<string, Promise<Buffer>>();

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
  ) {}

  async printOf(job: ReadableJob, width: number): Promise<Buffer> {
    const { title: _, ...looks } = job.document;
    const key = createHash('sha256')
      .update(JSON.stringify([looks, width]))
      .digest('hex');
    const folder = join(printsFolder(this.settings.data), job.id);
    const file = join(folder, `${width}-${key}.png`);
    const kept = await readFile(file).catch(() => null);
    if (kept) return kept;
    let made = this.making.get(file);
    if (!made) {
      made = this.make(job, width, folder, file).finally(() => this.making.delete(file));
      this.making.set(file, made);
    }
    return made;
  }

  private async make(job: ReadableJob, width: number, folder: string, file: string): Promise<Buffer> {
    const print: SmallPrint = await this.threads.smallPrint({
      job: job.document,
      width,
      pictures: await this.pictures.filesOf(job.document),
    });
    const png = await sharp(Buffer.from(print.rgba), { raw: { width: print.width, height: print.height, channels: 4 } })
      .removeAlpha()
      .png()
      .toBuffer();
    const before = existsSync(folder) ? await readdir(folder) : [];
    await writeSafely(file, png);
    // What the job looked like before is shown no more.
    for (const name of before.filter((n) => n.startsWith(`${width}-`))) await rm(join(folder, name), { force: true });
    return png;
  }
}
