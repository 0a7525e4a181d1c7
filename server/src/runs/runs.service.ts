import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import {
  checkOutput,
  type Job,
  type OutputAsked,
  OutputError,
  outputFileName,
  outputOf,
  readJob,
  sheetPixels,
} from '@chromatype/core';
import {
  BadRequestException,
  Inject,
  Injectable,
  Logger,
  NotFoundException,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { Observable, Subject } from 'rxjs';
import { JobsService } from '../jobs/jobs.service.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { partialPaths } from '../plates/file-sink.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { RunEntity } from './run.entity.ts';
import { tryAgain } from './try-again.ts';

/** What the interface gets to see of a run. */
export type RunView = Omit<RunEntity, 'document'>;

const viewOf = ({ document: _, ...view }: RunEntity): RunView => view;

/** How a run ended, as it is written down. */
type Outcome = Pick<RunEntity, 'state'> & Partial<Pick<RunEntity, 'progress' | 'bytes' | 'message'>>;

/** @throws BadRequestException when a job cannot give an output */
function checkAsked(job: Job, asked: OutputAsked): void {
  try {
    checkOutput(job, asked);
  } catch (error) {
    if (error instanceof OutputError) throw new BadRequestException({ message: error.message });
    throw error;
  }
}

/** Long computations: one at a time, kept in the database so that they outlive a crash. */
@Injectable()
export class RunsService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('runs');
  private readonly changes = new Subject<RunEntity>();
  private current: { id: string; share: number; stop: AbortController; done: Promise<void> } | null = null;
  private closing = false;

  constructor(
    @InjectRepository(RunEntity) private readonly runs: Repository<RunEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly jobs: JobsService,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
  ) {}

  /** Runs that a crash cut off start again; what it left half made goes. */
  async onApplicationBootstrap(): Promise<void> {
    const folder = join(this.settings.data, 'runs');
    const left = existsSync(folder) ? await readdir(folder) : [];
    for (const name of left.filter((n) => /\.partial(\.d)?$/.test(n))) {
      await rm(join(folder, name), { recursive: true, force: true });
    }
    await this.runs.update({ state: 'running' }, { state: 'queued', progress: 0 });
    void this.next();
  }

  async onModuleDestroy(): Promise<void> {
    this.closing = true;
    this.current?.stop.abort();
    await this.current?.done;
  }

  async list(): Promise<RunView[]> {
    return (await this.runs.find({ order: { createdAt: 'DESC' }, take: 200 })).map(viewOf);
  }

  async get(id: string): Promise<RunView> {
    const run = await this.find(id);
    // What is under way is written down only now and then; its share is known here.
    return viewOf(this.current?.id === id ? { ...run, progress: Math.max(run.progress, this.current.share) } : run);
  }

  private async find(id: string): Promise<RunEntity> {
    const run = await this.runs.findOneBy({ id });
    if (!run) throw new NotFoundException({ message: 'There is no such run.' });
    return run;
  }

  async start(jobId: string, asked: OutputAsked): Promise<RunView> {
    const { document } = await this.jobs.get(jobId);
    checkAsked(document, asked);
    const now = new Date().toISOString();
    const run = await this.runs.save({
      id: randomUUID(),
      jobId,
      asked,
      document,
      fileName: outputFileName(document, asked),
      state: 'queued' as const,
      progress: 0,
      bytes: null,
      message: null,
      createdAt: now,
      updatedAt: now,
    });
    void this.next();
    return viewOf(run);
  }

  /** Size of an output before it is made. */
  async estimate(jobId: string, asked: OutputAsked) {
    const { document } = await this.jobs.get(jobId);
    checkAsked(document, asked);
    const { width, height } = sheetPixels(document.sheet);
    const bytes = await this.threads.estimate({
      job: document,
      asked,
      pictures: await this.pictures.filesOf(document),
    });
    return {
      width,
      height,
      mm: { width: document.sheet.width, height: document.sheet.height },
      ppi: document.sheet.ppi,
      bytes,
    };
  }

  async cancel(id: string): Promise<RunView> {
    const { affected } = await this.runs.update(
      { id, state: In(['queued', 'running']) },
      { state: 'cancelled', updatedAt: new Date().toISOString() },
    );
    if (affected === 1 && this.current?.id === id) {
      this.current.stop.abort();
      await this.current.done;
    }
    const run = await this.find(id);
    this.changes.next(run);
    return viewOf(run);
  }

  fileOf({ id, asked }: Pick<RunEntity, 'id' | 'asked'>): string {
    return join(this.settings.data, 'runs', `${id}.${outputOf(asked.kind).ending}`);
  }

  /** The run as it is, then every change, until it has ended. */
  watch(id: string): Observable<RunView> {
    return new Observable((watcher) => {
      const tell = (run: RunEntity) => {
        watcher.next(viewOf(run));
        if (run.state !== 'queued' && run.state !== 'running') watcher.complete();
      };
      const listening = this.changes.subscribe((run) => run.id === id && tell(run));
      this.find(id).then(tell, (error) => watcher.error(error));
      return () => listening.unsubscribe();
    });
  }

  /** Works through the queue, one run after the other, until nothing waits. A database error only delays it. */
  private async next(): Promise<void> {
    if (this.current || this.closing) return;
    const stop = new AbortController();
    let finished = () => {};
    this.current = {
      id: '',
      share: 0,
      stop,
      done: new Promise((resolve) => {
        finished = resolve;
      }),
    };
    let more = false;
    try {
      const run = await this.stubbornly(() =>
        this.runs.findOne({ where: { state: 'queued' }, order: { createdAt: 'ASC' } }),
      );
      if (!run) return;
      more = true;
      this.current.id = run.id;
      await this.render(run, stop.signal);
    } catch (error) {
      this.log.error(error);
    } finally {
      this.current = null;
      finished();
      if (more) setImmediate(() => void this.next());
    }
  }

  /** Asks the database until it answers; null when the server ends meanwhile. */
  private stubbornly<T>(work: () => Promise<T>): Promise<T | null> {
    return tryAgain(work, { failed: (error) => this.log.error(error), stopped: () => this.closing });
  }

  /** Writes down what is known of a run and tells who watches it. */
  private async write(run: RunEntity, change: Outcome): Promise<void> {
    Object.assign(run, change, { updatedAt: new Date().toISOString() });
    const { state, progress, bytes, message, updatedAt } = run;
    await this.stubbornly(() => this.runs.update({ id: run.id }, { state, progress, bytes, message, updatedAt }));
    this.changes.next(run);
  }

  private async render(run: RunEntity, signal: AbortSignal): Promise<void> {
    await this.write(run, { state: 'running' });
    const outcome = await this.make(run, signal);
    if (outcome) await this.write(run, outcome);
  }

  /** Makes the file of a run and says how that ended; null when the server ends first, so that it starts again. */
  private async make(run: RunEntity, signal: AbortSignal): Promise<Outcome | null> {
    let told = 0;
    const progress = (share: number) => {
      run.progress = share;
      if (this.current) this.current.share = share;
      if (Date.now() - told < 100) return;
      told = Date.now();
      this.changes.next(run);
    };
    try {
      const pictures = await this.stubbornly(() => this.pictures.filesOf(run.document));
      if (!pictures) return null;
      const task = { job: readJob(run.document), asked: run.asked, pictures, file: this.fileOf(run) };
      const bytes = await this.threads.output(task, progress, signal);
      return { state: 'done', progress: 1, bytes };
    } catch (error) {
      for (const path of partialPaths(this.fileOf(run))) await rm(path, { recursive: true, force: true });
      if (this.closing) return null;
      if (signal.aborted) return { state: 'cancelled' };
      this.log.error(error);
      return { state: 'failed', message: 'The print could not be made; the job is unchanged.' };
    }
  }
}
