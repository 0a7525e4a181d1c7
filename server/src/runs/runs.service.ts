import { randomUUID } from 'node:crypto';
import {
  type BatchAsked,
  checkOutput,
  fileWords,
  type Job,
  type OutputAsked,
  OutputError,
  outputFileName,
  sheetPixels,
} from '@chromatype/core';
import {
  BadRequestException,
  ConflictException,
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
import { BatchFailed, BatchRunner } from '../batch/batch-runner.ts';
import { type PrintsOfBatch, printsOfBatch } from '../batch/prints-of-batch.ts';
import { isDiskFull } from '../errors/disk-full.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { clearPartialFiles } from '../reclaim/partial-files.ts';
import { PartFailed } from '../queue/render-queue.service.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { roomOn, waitForRoom } from './disk-room.ts';
import { RunEntity, type RunState } from './run.entity.ts';
import { inShort, isBatch, typeOf } from './run-asked.ts';
import { RunFailed, RunMaker } from './run-maker.service.ts';
import { tryAgain } from './try-again.ts';

/** What the interface gets to see of a run. */
export type RunView = Omit<RunEntity, 'document' | 'asked'> & {
  readonly asked: ReturnType<typeof inShort>;
  /** What the job was called; null of a batch. */
  readonly title: string | null;
};

const viewOf = ({ document, asked, ...view }: RunEntity, title: string | null = document?.title ?? null): RunView => ({
  ...view,
  asked: inShort(asked),
  title,
});

/** Runs that are listed, the last ones. */
const LISTED = 200;

const NO_ROOM = 'The disk is full; this print starts again by itself when there is room.';

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
  private current: {
    id: string;
    share: number;
    note: string | null;
    stop: AbortController;
    done: Promise<void>;
  } | null = null;
  private closing = false;

  constructor(
    @InjectRepository(RunEntity) private readonly runs: Repository<RunEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly jobs: JobsService,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
    private readonly maker: RunMaker,
    private readonly batches: BatchRunner,
  ) {}

  /** Runs that a crash cut off start again; what it left half made goes. */
  async onApplicationBootstrap(): Promise<void> {
    await clearPartialFiles(this.settings.data);
    await this.putBack();
    void this.next();
  }

  /** Puts what is under way back into the queue. */
  private putBack(): Promise<unknown> {
    return this.runs.update({ state: 'running' }, { state: 'queued', progress: 0 });
  }

  async onModuleDestroy(): Promise<void> {
    this.closing = true;
    this.current?.stop.abort();
    await this.current?.done;
    // Whoever watches a run connects anew when the server is there again.
    this.changes.complete();
    await this.putBack().catch((error) => this.log.error(error));
  }

  /** The last runs. One that does not say any more what it makes is left out; "chromatype doctor" names it. */
  async list(): Promise<RunView[]> {
    // Documents may be large, and the list is asked for again and again: their titles alone are read.
    const columns = this.runs.metadata.columns.map((c) => c.propertyName).filter((name) => name !== 'document');
    const { entities, raw } = await this.runs
      .createQueryBuilder('run')
      .select(columns.map((name) => `run.${name}`))
      .addSelect("CASE WHEN json_valid(run.document) THEN json_extract(run.document, '$.title') END", 'title')
      .orderBy('run.createdAt', 'DESC')
      .limit(LISTED)
      .getRawAndEntities<{ title: string | null }>();
    return entities.flatMap((run, k) => (run.asked ? [viewOf(this.withShare(run), raw[k]!.title)] : []));
  }

  async get(id: string): Promise<RunView> {
    const run = await this.find(id);
    return viewOf(this.withShare(run));
  }

  /** What is under way is written down only now and then; its share is known here. */
  private withShare(run: RunEntity): RunEntity {
    if (this.current?.id !== run.id) return run;
    const { share, note } = this.current;
    return { ...run, progress: Math.max(run.progress, share), message: note ?? run.message };
  }

  private async find(id: string): Promise<RunEntity> {
    const run = await this.runs.findOneBy({ id });
    if (!run) throw new NotFoundException({ message: 'There is no such run.' });
    return run;
  }

  async start(jobId: string, asked: OutputAsked): Promise<RunView> {
    const { document } = await this.jobs.get(jobId);
    checkAsked(document, asked);
    return this.queue({ jobId, asked, document, fileName: outputFileName(document, asked) });
  }

  /** Starts a batch. */
  startBatch(asked: BatchAsked): Promise<RunView> {
    const name = fileWords(`batch ${asked.recipes[0]!.name}`) || 'batch';
    return this.queue({ jobId: '', asked, document: null, fileName: `${name}.zip` });
  }

  private async queue(run: Pick<RunEntity, 'jobId' | 'asked' | 'document' | 'fileName'>): Promise<RunView> {
    const now = new Date().toISOString();
    const begun = { state: 'queued' as const, progress: 0, bytes: null, message: null, createdAt: now, updatedAt: now };
    const saved = await this.runs.save({ id: randomUUID(), ...run, ...begun });
    void this.next();
    return viewOf(saved);
  }

  /** Makes the same again, of the job as it was then. */
  async again(id: string): Promise<RunView> {
    const { jobId, asked, document, fileName } = await this.find(id);
    return this.queue({ jobId, asked, document, fileName });
  }

  /** Takes a run off the list, with its file. One that is under way is cancelled first. */
  async remove(id: string): Promise<void> {
    await this.cancel(id);
    const run = await this.find(id);
    await this.maker.forget(run);
    await this.runs.delete({ id });
  }

  /** The prints of a batch and how far each is; of another run there are none. */
  async prints(id: string): Promise<PrintsOfBatch> {
    const known = this.batches.prints(id);
    if (known) return known;
    const { asked } = await this.find(id);
    return asked && isBatch(asked) ? this.batches.printsOnDisk(id, asked) : printsOfBatch([], new Map(), new Map());
  }

  /** Bytes of the files of all runs, and bytes that the disk has left. */
  async room(): Promise<{ readonly used: number; readonly left: number }> {
    const [{ used }] = await this.runs.query('SELECT coalesce(sum(bytes), 0) AS used FROM run');
    return { used, left: await roomOn(this.settings.data) };
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

  /** The file of a finished run, and what it is. @throws ConflictException when there is none */
  async finished(id: string): Promise<{ readonly file: string; readonly name: string; readonly type: string }> {
    const run = await this.find(id);
    if (run.state !== 'done') throw new ConflictException({ message: 'This run has no finished file.' });
    return { file: this.maker.fileOf(run), name: run.fileName, type: typeOf(run.asked) };
  }

  /** The run as it is, then every change, until it has ended. */
  watch(id: string): Observable<RunView> {
    return new Observable((watcher) => {
      const tell = (run: RunEntity) => {
        watcher.next(viewOf(run));
        if (run.state !== 'queued' && run.state !== 'running') watcher.complete();
      };
      const listening = this.changes.subscribe({
        next: (run) => run.id === id && tell(run),
        complete: () => watcher.complete(),
      });
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
      note: null,
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

  /**
   * Writes down how a run goes on from a state and tells who watches it. False when it is in that state no more, because
   * it was cancelled meanwhile, or when the server ends.
   */
  private async write(run: RunEntity, from: RunState, change: Outcome): Promise<boolean> {
    const next = { ...run, ...change, updatedAt: new Date().toISOString() };
    const { state, progress, bytes, message, updatedAt } = next;
    const written = await this.stubbornly(() =>
      this.runs.update({ id: run.id, state: from }, { state, progress, bytes, message, updatedAt }),
    );
    if (written?.affected !== 1) return false;
    this.changes.next(Object.assign(run, next));
    return true;
  }

  private async render(run: RunEntity, signal: AbortSignal): Promise<void> {
    if (!(await this.write(run, 'queued', { state: 'running', message: null }))) return;
    const outcome = await this.make(run, signal);
    if (!outcome) return;
    const room = outcome.message === NO_ROOM ? await roomOn(this.settings.data) : null;
    if (!(await this.write(run, 'running', outcome))) {
      if (!this.closing && outcome.state === 'done') await this.maker.forget(run);
      return;
    }
    if (room !== null) await waitForRoom(this.settings.data, room, () => this.closing || signal.aborted);
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
    const waiting = (why: string | null) => {
      if (!this.current || this.current.note === why) return;
      this.current.note = why;
      this.changes.next({ ...run, message: why });
    };
    const patiently = <T>(work: () => Promise<T>) => this.stubbornly(work);
    try {
      const made = await this.maker.make(run, { progress, signal, patiently, waiting });
      return made && { state: 'done', progress: 1, ...made };
    } catch (error) {
      await this.maker.tidy(run);
      if (this.closing) return null;
      if (signal.aborted) return { state: 'cancelled' };
      if (error instanceof RunFailed || error instanceof BatchFailed || error instanceof PartFailed)
        return { state: 'failed', message: error.message };
      this.log.error(error);
      if (isDiskFull(error)) return { state: 'queued', progress: 0, message: NO_ROOM };
      return { state: 'failed', message: 'The print could not be made; the job is unchanged.' };
    }
  }
}
