import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { readJob } from '@chromatype/core';
import { Inject, Injectable } from '@nestjs/common';
import { BatchRunner } from '../batch/batch-runner.ts';
import type { PartWork } from '../parts/part-work.ts';
import { planParts } from '../parts/plan-parts.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { partialPaths } from '../plates/file-sink.ts';
import { partFile, RenderQueue } from '../queue/render-queue.service.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { RunEntity } from './run.entity.ts';
import { isBatch } from './run-asked.ts';
import { fileOfRun } from './run-files.ts';

/** Share of a run that its parts take; the rest is putting them together. */
const PARTS_SHARE = 0.85;

/** Where the parts of a run lie until they are put together. */
const partsFolder = (data: string, run: string): string => join(data, 'runs', `${run}.parts`);

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
  /** Hears why nothing goes on, in one sentence; null when it goes on again. */
  waiting(why: string | null): void;
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
    private readonly queue: RenderQueue,
  ) {}

  fileOf(run: Pick<RunEntity, 'id' | 'asked'>): string {
    return fileOfRun(this.settings.data, run);
  }

  /**
   * Makes the file of a run; null when the server ends first.
   * @throws RunFailed or BatchFailed with one plain sentence
   */
  async make({ id, asked, document }: RunEntity, making: Making): Promise<Made | null> {
    const { progress, signal, patiently } = making;
    if (!asked) throw new RunFailed('The job of this run cannot be read.');
    if (isBatch(asked)) {
      const made = await this.batches.make(id, asked, this.fileOf({ id, asked }), making);
      await this.batches.clear(id);
      return made;
    }
    if (!document) throw new RunFailed('The job of this run cannot be read.');
    const job = readJob(document);
    const pictures = await patiently(() => this.pictures.filesOf(job));
    if (!pictures) return null;
    const task = { job, asked, pictures, file: this.fileOf({ id, asked }) };
    const works = this.queue.isOn ? planParts(job, asked) : [];
    if (works.length === 0) return { bytes: await this.threads.output(task, progress, signal), message: null };
    const folder = partsFolder(this.settings.data, id);
    await this.madeByMachines(id, works, folder, making);
    const parts = works.map((_, at) => partFile(folder, at));
    const tell = (share: number) => progress(PARTS_SHARE + (1 - PARTS_SHARE) * share);
    const bytes = await this.threads.output({ ...task, parts }, tell, signal);
    await rm(folder, { recursive: true, force: true });
    return { bytes, message: null };
  }

  /** Has the parts of an output made by render machines. */
  private madeByMachines(run: string, works: readonly PartWork[], folder: string, making: Making): Promise<void> {
    const shares = new Float64Array(works.length);
    return this.queue.make({
      run,
      works: works.map((work, at) => ({ at, work })),
      folder,
      signal: making.signal,
      waiting: making.waiting,
      progress: (at, share) => {
        shares[at] = share;
        making.progress((PARTS_SHARE * shares.reduce((a, b) => a + b, 0)) / works.length);
      },
    });
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
    await rm(partsFolder(this.settings.data, run.id), { recursive: true, force: true });
  }
}
