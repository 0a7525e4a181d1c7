import { createBoard, type Job } from '@chromatype/core';
import type * as Comlink from 'comlink';
import { liveWorker } from './live-worker.ts';
import type { PictureBuffer } from './picture-buffer.ts';
import type { SharedPlate } from './shared-plate.ts';
import type { EngineApi } from './worker.ts';

export type EngineWorker = Comlink.Remote<EngineApi>;

/** Workers that print the sheet, and one for everything small, so that neither waits for the other. */
export interface Pool {
  readonly printers: readonly EngineWorker[];
  readonly sampler: EngineWorker;
  /** Makes whole plates in the background, for as long as they take. */
  readonly maker: EngineWorker;
  /** Helps with plates that two threads can make together. */
  readonly helper: EngineWorker;
  /** Gives a picture to every worker, now and after a restart. */
  addPicture(picture: PictureBuffer): void;
  dropPicture(hash: string): void;
  /** Has the workers for sheet and samples compile their code by printing something small. */
  warmUp(): void;
  /**
   * Has workers compile screens that nobody prints, once and a moment later, so that the first screens that somebody
   * waits for compile as fast as later ones.
   */
  warmCompilers(who: 'helper' | 'printers'): void;
  /** Has the printers look at a picture in which a subject is about to be marked by rough strokes. */
  prepareSubject(hash: string): void;
  /** Makes what a job needs before a pixel is printed, while its pictures are on their way. */
  prepare(job: Job): Promise<void>;
  /** Gives a plate that was made as a whole to every worker, now and after a restart. */
  addWhole(key: string, plate: SharedPlate): void;
}

/** Bytes for what workers share of compiled screens and tables. */
const BOARD_BYTES = 48e6;

/** Milliseconds in which samples are drawn before compilers are warmed up. */
const WARM_AFTER = 300;

/** How many whole plates are kept for workers that start anew. */
const MOST_WHOLES = 8;

let pool: Pool | null = null;

const startWorker = (lock: string): Worker =>
  new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: lock });

function createPool(): Pool {
  const pictures = new Map<string, PictureBuffer>();
  const wholes = new Map<string, SharedPlate>();
  const board = createBoard(BOARD_BYTES);
  const ready = (turn: number) => (worker: EngineWorker) =>
    Promise.all([
      worker.useBoard(board, turn),
      ...[...pictures.values()].map((picture) => worker.addPicture(picture)),
      ...[...wholes].map(([key, plate]) => worker.addWhole(key, plate)),
    ]);
  const warmed = new Set<'helper' | 'printers'>();
  let started = 0;
  const start = () => liveWorker<EngineApi>(startWorker, ready(started++ % 2)).remote;
  const printers = Array.from({ length: Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2)) }, start);
  const [sampler, maker, helper] = [start(), start(), start()];
  const all = [...printers, sampler, maker, helper];
  /**
   * Tells every worker something and waits for none: each hears it before whatever it is asked afterwards. One that dies
   * meanwhile is given everything when it starts anew.
   */
  const tellAll = (tell: (worker: EngineWorker) => Promise<void>): void => {
    for (const worker of all) tell(worker).catch(() => {});
  };
  return {
    printers,
    sampler,
    maker,
    helper,
    addPicture(picture) {
      pictures.set(picture.hash, picture);
      tellAll((worker) => worker.addPicture(picture));
    },
    dropPicture(hash) {
      pictures.delete(hash);
      tellAll((worker) => worker.dropPicture(hash));
    },
    warmUp() {
      for (const worker of [...printers, sampler]) worker.warmUp().catch(() => {});
    },
    warmCompilers(who) {
      if (warmed.has(who)) return;
      warmed.add(who);
      setTimeout(() => {
        for (const worker of who === 'helper' ? [helper] : printers) worker.warmCompiler().catch(() => {});
      }, WARM_AFTER);
    },
    prepareSubject(hash) {
      for (const worker of printers) worker.prepareSubject(hash).catch(() => {});
    },
    async prepare(job) {
      await Promise.allSettled([maker.prepare(job, 'tables'), helper.prepare(job, 'screens')]);
    },
    addWhole(key, plate) {
      wholes.delete(key);
      wholes.set(key, plate);
      for (const old of [...wholes.keys()].slice(0, -MOST_WHOLES)) wholes.delete(old);
      tellAll((worker) => worker.addWhole(key, plate));
    },
  };
}

/** The page's workers, started when first asked for. */
export function enginePool(): Pool {
  pool ??= createPool();
  return pool;
}
