import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import type { Redis } from 'ioredis';
import type { PartWork } from '../parts/part-work.ts';
import { hashesOfWork } from '../parts/part-work.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { asConnection, connectTo, Queue, QueueEvents, shownAddress } from './connection.ts';
import { ATTEMPTS, FIRST_PAUSE, QUEUE, type QueuedPart } from './names.ts';
import { OpenParts } from './open-parts.service.ts';

/** Milliseconds between two looks at what is under way: what Redis has lost is put into the queue again. */
const LOOK_EVERY = 1500;
/** Parts of a run that stand in the queue at a time: a look asks Redis for the state of each. */
const IN_QUEUE = 1000;

/** A part that no machine could make, in one plain sentence. */
export class PartFailed extends Error {}

export interface PartsAsked {
  readonly run: string;
  /** The parts, each at its own place: the same part has the same place in every attempt. */
  readonly works: readonly { readonly at: number; readonly work: PartWork }[];
  /** Where the files of parts lie; those that are there already are not made again. */
  readonly folder: string;
  /** Hears the share of each part, 0..1, and when its file is there. */
  progress(at: number, share: number): void;
  ended?(at: number, file: string): Promise<void>;
  /** Hears why nothing goes on, in one sentence; null when it goes on again. */
  waiting(why: string | null): void;
  readonly signal: AbortSignal;
}

export const partFile = (folder: string, at: number): string => join(folder, String(at));

/** Parts of runs, done by any number of render machines by way of a queue in Redis. */
@Injectable()
export class RenderQueue implements OnModuleDestroy {
  private readonly log = new Logger('queue');
  private opened: { readonly redis: Redis[]; readonly queue: Queue<QueuedPart>; readonly events: QueueEvents } | null =
    null;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly parts: OpenParts,
    private readonly pictures: PicturesService,
  ) {}

  /** Whether work goes to render machines. */
  get isOn(): boolean {
    return this.settings.redis !== null;
  }

  private open() {
    if (this.opened) return this.opened;
    const redis = [connectTo(this.settings.redis!, false), connectTo(this.settings.redis!, true)];
    // What is said of it is said where somebody waits.
    for (const one of redis) one.on('error', () => {});
    const queue = new Queue<QueuedPart>(QUEUE, { connection: asConnection(redis[0]!) });
    const events = new QueueEvents(QUEUE, { connection: asConnection(redis[1]!) });
    queue.on('error', () => {});
    events.on('error', () => {});
    this.opened = { redis, queue, events };
    return this.opened;
  }

  async onModuleDestroy(): Promise<void> {
    if (!this.opened) return;
    const { redis, queue, events } = this.opened;
    // A Redis that is not there holds the end of the server up no longer than this.
    const ended = Promise.allSettled([queue.close(), events.close()]);
    await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, 500).unref())]);
    void Promise.allSettled([queue.disconnect(), events.disconnect()]);
    for (const one of redis) one.disconnect();
  }

  /**
   * Has parts made by render machines, in any order. Resolves when every file is there.
   * @throws PartFailed when no machine could make one; the signal's reason when it is aborted
   */
  async make(asked: PartsAsked): Promise<void> {
    const { run, works, folder, signal } = asked;
    const { queue, events } = this.open();
    const left = new Map<string, number>();
    for (const { at, work } of works) {
      const file = partFile(folder, at);
      if (existsSync(file)) {
        await asked.ended?.(at, file);
        continue;
      }
      const id = `${run}.${at}`;
      left.set(id, at);
      this.parts.want(id, { work, file, pictures: await this.pictures.filesOfHashes(hashesOfWork(work)) });
    }
    const ids = [...left.keys()];
    let failed: Error | null = null;
    let wake = () => {};
    const onProgress = ({ jobId, data }: { jobId: string; data: unknown }) => {
      const at = left.get(jobId);
      if (at !== undefined && typeof data === 'number') asked.progress(at, data);
    };
    const completed = new Set<string>();
    const onCompleted = ({ jobId }: { jobId: string }) => {
      if (!left.has(jobId)) return;
      completed.add(jobId);
      wake();
    };
    const onFailed = ({ jobId, failedReason }: { jobId: string; failedReason: string }) => {
      if (!left.has(jobId)) return;
      failed = new PartFailed(`A part of this run could not be made: ${failedReason.split('\n')[0]}`);
      wake();
    };
    const onAbort = () => wake();
    events.on('progress', onProgress);
    events.on('completed', onCompleted);
    events.on('failed', onFailed);
    signal.addEventListener('abort', onAbort, { once: true });
    let looked = Number.NEGATIVE_INFINITY;
    try {
      while (left.size > 0) {
        signal.throwIfAborted();
        if (failed) throw failed;
        const now = performance.now();
        const all = now - looked >= LOOK_EVERY;
        const over = all ? [...left.keys()] : [...completed];
        completed.clear();
        await this.collect(left, over, asked);
        if (left.size === 0) break;
        if (all) {
          looked = now;
          asked.waiting(await this.putBack(queue, [...left.keys()].slice(0, IN_QUEUE)));
        }
        await new Promise<void>((resolve) => {
          if (completed.size > 0 || failed || signal.aborted) return resolve();
          const timer = setTimeout(resolve, Math.max(0, looked + LOOK_EVERY - performance.now()));
          wake = () => {
            clearTimeout(timer);
            resolve();
          };
        });
      }
      asked.waiting(null);
    } finally {
      events.off('progress', onProgress);
      events.off('completed', onCompleted);
      events.off('failed', onFailed);
      signal.removeEventListener('abort', onAbort);
      for (const id of ids) this.parts.forget(id);
      // Machines that still work on one are told by the server that nobody waits for it.
      if (left.size > 0) await this.takeOut(queue, [...left.keys()]);
    }
  }

  /** Takes parts whose files have come off the list, of those that may be over. */
  private async collect(
    left: Map<string, number>,
    over: readonly string[],
    { folder, ended, progress }: PartsAsked,
  ): Promise<void> {
    for (const id of over) {
      const at = left.get(id);
      if (at === undefined) continue;
      const file = partFile(folder, at);
      if (!existsSync(file)) continue;
      left.delete(id);
      this.parts.forget(id);
      progress(at, 1);
      await ended?.(at, file);
    }
  }

  /** Puts parts into the queue that are not in it, and says why nothing goes on; null if it does. */
  private async putBack(queue: Queue<QueuedPart>, ids: readonly string[]): Promise<string | null> {
    const where = shownAddress(this.settings.redis!);
    try {
      const known = await Promise.all(ids.map((id) => queue.getJob(id)));
      const states = await Promise.all(known.map((job) => job?.getState()));
      // A part that is over without a file was lost on its way.
      const lost = ids.filter((_, k) => !states[k] || ['completed', 'failed', 'unknown'].includes(states[k]!));
      for (const [k, job] of known.entries()) {
        if (job && ['completed', 'failed'].includes(states[k] ?? '')) await job.remove().catch(() => {});
      }
      await queue.addBulk(
        lost.map((part) => ({
          name: 'part',
          data: { part },
          opts: {
            jobId: part,
            attempts: ATTEMPTS,
            backoff: { type: 'exponential', delay: FIRST_PAUSE },
            removeOnComplete: true,
            removeOnFail: true,
          },
        })),
      );
      if ((await queue.getWorkersCount()) > 0) return null;
      return 'No render machine is at work; start one with "npm run render".';
    } catch (error) {
      if (/OOM command not allowed/i.test(String(error)))
        return `Redis at ${where} is full; this run goes on by itself when there is room.`;
      if (!/ECONN|Connection is closed|max retries|Stream isn't writeable|ETIMEDOUT|ENOTFOUND/i.test(String(error)))
        this.log.error(error);
      return `Redis at ${where} cannot be reached; this run goes on by itself when it is there again.`;
    }
  }

  private async takeOut(queue: Queue<QueuedPart>, ids: readonly string[]): Promise<void> {
    const removing = Promise.allSettled(ids.map((id) => queue.remove(id)));
    // A queue that cannot be reached holds nothing up.
    await Promise.race([removing, new Promise((resolve) => setTimeout(resolve, 1000))]);
  }
}
