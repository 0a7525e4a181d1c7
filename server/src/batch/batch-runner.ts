import { availableParallelism } from 'node:os';
import { rm } from 'node:fs/promises';
import { type BatchAsked, type BatchPrint, batchPrints, fileHashes } from '@chromatype/core';
import { Inject, Injectable, Logger } from '@nestjs/common';
import { isDiskFull } from '../errors/disk-full.ts';
import { writeSafely } from '../disk/write-safely.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { RenderQueue } from '../queue/render-queue.service.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { batchFolder, outcomeFile, outcomeIn, type PrintOutcome, printFolder } from './batch-folder.ts';
import { unpackPrint } from './unpack-print.ts';
import { type EndedPrint, errorLines, packBatch } from './pack-batch.ts';

/** One print of a batch as the interface sees it. */
export interface ListedPrint {
  readonly at: number;
  readonly name: string;
  readonly picture: string;
  readonly recipe: string;
  readonly state: 'waiting' | 'printing' | 'done' | 'failed';
  /** 0..1. */
  readonly progress: number;
  /** Why it could not be printed. */
  readonly message: string | null;
  readonly bytes: number;
}

/** How a batch ended. */
export interface BatchOutcome {
  readonly bytes: number;
  /** What could not be printed, in one sentence; null where all is there. */
  readonly message: string | null;
}

/** What a batch tells while it is made. */
export interface BatchMaking {
  /** Hears the share done, 0..1. */
  progress(share: number): void;
  readonly signal: AbortSignal;
  /** Hears why nothing goes on, in one sentence; null when it goes on again. */
  waiting(why: string | null): void;
}

interface ByMachines extends Pick<BatchMaking, 'signal' | 'waiting'> {
  ends(print: BatchPrint, outcome: PrintOutcome): void;
  share(print: BatchPrint, done: number): void;
}

/** A batch of which no print could be made, in one sentence. */
export class BatchFailed extends Error {}

const FAILED = 'It could not be printed.';

/** Makes batches print by print; what is finished outlives a crash and is not made again. */
@Injectable()
export class BatchRunner {
  private readonly log = new Logger('batch');
  /** Shares of the prints that are under way, by run. */
  private readonly shares = new Map<string, Map<number, number>>();

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
    private readonly queue: RenderQueue,
  ) {}

  /** The prints of a batch, and how far each is. */
  prints(run: string, asked: BatchAsked): ListedPrint[] {
    const folder = batchFolder(this.settings.data, run);
    const shares = this.shares.get(run);
    return batchPrints(asked).map(({ at, name, picture, recipe }) => {
      const outcome = outcomeIn(printFolder(folder, at));
      const known = { at, name, picture: picture.name, recipe: recipe.name };
      if (outcome && 'message' in outcome)
        return { ...known, state: 'failed', progress: 1, message: outcome.message, bytes: 0 };
      if (outcome) {
        const bytes = outcome.files.reduce((sum, file) => sum + file.bytes, 0);
        return { ...known, state: 'done', progress: 1, message: null, bytes };
      }
      const share = shares?.get(at);
      return {
        ...known,
        state: share === undefined ? 'waiting' : 'printing',
        progress: share ?? 0,
        message: null,
        bytes: 0,
      };
    });
  }

  /**
   * Makes the archive of a batch. Prints that are finished already are not made again.
   * @throws BatchFailed when no print could be made
   */
  async make(
    run: string,
    asked: BatchAsked,
    file: string,
    { progress, signal, waiting: told }: BatchMaking,
  ): Promise<BatchOutcome> {
    const folder = batchFolder(this.settings.data, run);
    const prints = batchPrints(asked);
    const shares = new Map<number, number>();
    this.shares.set(run, shares);
    const ended = new Map<number, PrintOutcome>();
    for (const { at } of prints) {
      const outcome = outcomeIn(printFolder(folder, at));
      if (outcome) ended.set(at, outcome);
    }
    const tell = () => progress((ended.size + [...shares.values()].reduce((a, b) => a + b, 0)) / (prints.length + 1));
    const waiting = prints.filter(({ at }) => !ended.has(at));
    tell();
    const work = async (): Promise<void> => {
      for (let print = waiting.shift(); print && !signal.aborted; print = waiting.shift()) {
        const { at } = print;
        shares.set(at, 0);
        const share = (done: number) => {
          shares.set(at, done);
          tell();
        };
        ended.set(at, await this.one(folder, asked, print, share, signal));
        shares.delete(at);
        tell();
      }
    };
    try {
      if (this.queue.isOn && waiting.length > 0) {
        const ends = (print: BatchPrint, outcome: PrintOutcome) => {
          shares.delete(print.at);
          ended.set(print.at, outcome);
          tell();
        };
        const share = (print: BatchPrint, done: number) => {
          if (!ended.has(print.at)) shares.set(print.at, done);
          tell();
        };
        await this.byMachines(run, asked, waiting.splice(0), folder, { signal, waiting: told, ends, share });
      }
      const hands = await Promise.allSettled(Array.from({ length: Math.max(1, availableParallelism()) }, work));
      const failed = hands.find((hand) => hand.status === 'rejected');
      if (failed) throw failed.reason;
      signal.throwIfAborted();
      const all = prints.map((print): EndedPrint => ({ print, outcome: ended.get(print.at)! }));
      return await this.packed(all, folder, file);
    } finally {
      this.shares.delete(run);
    }
  }

  /** Has prints made by render machines, and unpacks what they send. */
  private async byMachines(
    run: string,
    asked: BatchAsked,
    prints: readonly BatchPrint[],
    folder: string,
    { signal, waiting, ends, share }: ByMachines,
  ): Promise<void> {
    const { formats, longest, ppi, contact } = asked;
    const parts = `${folder}/parts`;
    const own = { formats, longest, ppi, contact };
    const byPlace = new Map(prints.map((print) => [print.at, print]));
    await this.queue.make({
      run,
      folder: parts,
      signal,
      waiting,
      works: prints.map((print) => ({ at: print.at, work: { does: 'print' as const, asked: own, print } })),
      progress: (at, done) => share(byPlace.get(at)!, done),
      ended: async (at, part) => {
        const print = byPlace.get(at)!;
        const outcome = await unpackPrint(part, printFolder(folder, print.at));
        await writeSafely(outcomeFile(printFolder(folder, print.at)), Buffer.from(JSON.stringify(outcome)));
        await rm(part, { force: true });
        ends(print, outcome);
      },
    });
  }

  private async packed(all: readonly EndedPrint[], folder: string, file: string): Promise<BatchOutcome> {
    const errors = errorLines(all);
    if (errors.length === all.length)
      throw new BatchFailed(`None of the ${all.length} prints could be made. ${errors[0]}`);
    const bytes = await packBatch(folder, all, file);
    const message =
      errors.length === 0 ? null : `${errors.length} of ${all.length} prints could not be made; the archive says why.`;
    return { bytes, message };
  }

  /** Makes one print, and writes down how it ended. */
  private async one(
    folder: string,
    asked: BatchAsked,
    print: BatchPrint,
    progress: (share: number) => void,
    signal: AbortSignal,
  ): Promise<PrintOutcome> {
    const own = printFolder(folder, print.at);
    const hashes = [print.picture.hash, ...fileHashes(print.recipe.job.pictures)];
    let outcome: PrintOutcome;
    try {
      const pictures = await this.pictures.filesOfHashes(hashes);
      outcome = pictures.some((p) => p.hash === print.picture.hash)
        ? await this.threads.batchPrint({ asked, print, pictures, folder: own }, progress, signal)
        : { message: 'The picture is not stored here any more; add it again.' };
    } catch (error) {
      if (signal.aborted || isDiskFull(error)) throw error;
      this.log.error(error);
      outcome = { message: FAILED };
    }
    await writeSafely(outcomeFile(own), Buffer.from(JSON.stringify(outcome)));
    return outcome;
  }

  /** Forgets the prints of a batch; the archive stays. */
  async clear(run: string): Promise<void> {
    await rm(batchFolder(this.settings.data, run), { recursive: true, force: true });
  }
}
