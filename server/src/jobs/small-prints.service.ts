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

/** A print that is being made, for as long as somebody waits for it. */
interface Making {
  readonly print: Promise<Buffer>;
  readonly stop: AbortController;
  waiting: number;
}

/** Small pictures of whole sheets, made by the engine and kept until the job looks different. */
@Injectable()
export class SmallPrintsService {
  private readonly making = new Map<string, Making>();

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
  ) {}

  /** The small print of a job. `gone`: nobody waits for it any more; it rejects, and what is unfinished is given up. */
  async printOf(job: ReadableJob, width: number, gone: AbortSignal): Promise<Buffer> {
    const { title: _, ...looks } = job.document;
    const key = createHash('sha256')
      .update(JSON.stringify([looks, width]))
      .digest('hex');
    const folder = join(printsFolder(this.settings.data), job.id);
    const file = join(folder, `${width}-${key}.png`);
    const kept = await readFile(file).catch(() => null);
    if (kept) return kept;
    gone.throwIfAborted();
    const made = this.making.get(file) ?? this.begin(job, width, folder, file);
    made.waiting++;
    const leave = (): void => {
      made.waiting--;
      if (made.waiting > 0) return;
      this.making.delete(file);
      made.stop.abort();
    };
    gone.addEventListener('abort', leave, { once: true });
    return made.print.finally(() => gone.removeEventListener('abort', leave));
  }

  private begin(job: ReadableJob, width: number, folder: string, file: string): Making {
    const stop = new AbortController();
    const print = this.make(job, width, folder, file, stop.signal).finally(() => {
      if (this.making.get(file) === made) this.making.delete(file);
    });
    const made: Making = { print, stop, waiting: 0 };
    this.making.set(file, made);
    return made;
  }

  private async make(
    job: ReadableJob,
    width: number,
    folder: string,
    file: string,
    signal: AbortSignal,
  ): Promise<Buffer> {
    const task = { job: job.document, width, pictures: await this.pictures.filesOf(job.document) };
    const print: SmallPrint = await this.threads.smallPrint(task, signal);
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
