import { existsSync } from 'node:fs';
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
import { type PrintsOfBatch, printsOfBatch } from './prints-of-batch.ts';
import { unpackPrint } from './unpack-print.ts';
import { type EndedPrint, errorLines, packBatch } from './pack-batch.ts';

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

/** Everything that is known of a batch while it is made. */
interface BatchUnderWay {
  readonly prints: readonly BatchPrint[];
  readonly ended: ReadonlyMap<number, PrintOutcome>;
  /** Shares of the prints that are under way, by their places. */
  readonly shares: ReadonlyMap<number, number>;
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
  /** What is known of the batches that are being made, by run. */
  private readonly making = new Map<string, BatchUnderWay>();

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
    private readonly queue: RenderQueue,
  ) {}

  /** How far a batch is that is being made; null of any other. */
  prints(run: string): PrintsOfBatch | null {
    const known = this.making.get(run);
    return known ? printsOfBatch(known.prints, known.ended, known.shares) : null;
  }

  /** How far a batch is that is not being made at present. */
  printsOnDisk(run: string, asked: BatchAsked): PrintsOfBatch {
    const prints = batchPrints(asked);
    return printsOfBatch(prints, this.endedOnDisk(run, prints), new Map());
  }

  private endedOnDisk(run: string, prints: readonly BatchPrint[]): Map<number, PrintOutcome> {
    const folder = batchFolder(this.settings.data, run);
    const ended = new Map<number, PrintOutcome>();
    if (!existsSync(folder)) return ended;
    for (const { at } of prints) {
      const outcome = outcomeIn(printFolder(folder, at));
      if (outcome) ended.set(at, outcome);
    }
    return ended;
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
    const ended = this.endedOnDisk(run, prints);
    this.making.set(run, { prints, ended, shares });
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
      this.making.delete(run);
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
