import { rm } from 'node:fs/promises';
import { readJob } from '@chromatype/core';
import { Inject, Injectable } from '@nestjs/common';
import { BatchRunner } from '../batch/batch-runner.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { partialPaths } from '../plates/file-sink.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { RunEntity } from './run.entity.ts';
import { isBatch } from './run-asked.ts';
import { fileOfRun } from './run-files.ts';

/** A run that cannot be made, in one plain sentence. */
export class RunFailed extends Error {}

/** What a run has made. */
export interface Made {
  readonly bytes: number;
  /** What is to be known of it although it is done. */
  readonly message: string | null;
}

export interface Making {
  /** Hears the share done, 0..1. */
  progress(share: number): void;
  readonly signal: AbortSignal;
  /** Asks the database until it answers; null when the server ends meanwhile. */
  patiently<T>(work: () => Promise<T>): Promise<T | null>;
}

/** Makes the files of runs. */
@Injectable()
export class RunMaker {
  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
    private readonly batches: BatchRunner,
  ) {}

  fileOf(run: Pick<RunEntity, 'id' | 'asked'>): string {
    return fileOfRun(this.settings.data, run);
  }

  /**
   * Makes the file of a run; null when the server ends first.
   * @throws RunFailed or BatchFailed with one plain sentence
   */
  async make({ id, asked, document }: RunEntity, { progress, signal, patiently }: Making): Promise<Made | null> {
    if (!asked) throw new RunFailed('The job of this run cannot be read.');
    if (isBatch(asked)) {
      const made = await this.batches.make(id, asked, this.fileOf({ id, asked }), progress, signal);
      await this.batches.clear(id);
      return made;
    }
    if (!document) throw new RunFailed('The job of this run cannot be read.');
    const job = readJob(document);
    const pictures = await patiently(() => this.pictures.filesOf(job));
    if (!pictures) return null;
    const task = { job, asked, pictures, file: this.fileOf({ id, asked }) };
    return { bytes: await this.threads.output(task, progress, signal), message: null };
  }

  /** Deletes what an attempt left half made. Finished prints of a batch stay for the next one. */
  async tidy(run: RunEntity): Promise<void> {
    if (!run.asked) return;
    for (const path of partialPaths(this.fileOf(run))) await rm(path, { recursive: true, force: true });
  }

  /** Deletes everything that a run has made. */
  async forget(run: Pick<RunEntity, 'id' | 'asked'>): Promise<void> {
    if (run.asked) await rm(this.fileOf(run), { force: true });
    await this.batches.clear(run.id);
  }
}
