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
  addPicture(picture: PictureBuffer): Promise<void>;
  dropPicture(hash: string): Promise<void>;
  /** Gives a plate that was made as a whole to every worker, now and after a restart. */
  addWhole(key: string, plate: SharedPlate): Promise<void>;
}

/** How many whole plates are kept for workers that start anew. */
const MOST_WHOLES = 8;

let pool: Pool | null = null;

const startWorker = (lock: string): Worker =>
  new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: lock });

function createPool(): Pool {
  const pictures = new Map<string, PictureBuffer>();
  const wholes = new Map<string, SharedPlate>();
  const ready = (worker: EngineWorker) =>
    Promise.all([
      ...[...pictures.values()].map((picture) => worker.addPicture(picture)),
      ...[...wholes].map(([key, plate]) => worker.addWhole(key, plate)),
    ]);
  const start = () => liveWorker<EngineApi>(startWorker, ready).remote;
  const printers = Array.from({ length: Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2)) }, start);
  const [sampler, maker, helper] = [start(), start(), start()];
  const all = [...printers, sampler, maker, helper];
  // A worker that dies meanwhile is given everything when it starts anew.
  const tellAll = async (tell: (worker: EngineWorker) => Promise<void>) => {
    await Promise.allSettled(all.map(tell));
  };
  return {
    printers,
    sampler,
    maker,
    helper,
    addPicture(picture) {
      pictures.set(picture.hash, picture);
      return tellAll((worker) => worker.addPicture(picture));
    },
    dropPicture(hash) {
      pictures.delete(hash);
      return tellAll((worker) => worker.dropPicture(hash));
    },
    addWhole(key, plate) {
      wholes.delete(key);
      wholes.set(key, plate);
      for (const old of [...wholes.keys()].slice(0, -MOST_WHOLES)) wholes.delete(old);
      return tellAll((worker) => worker.addWhole(key, plate));
    },
  };
}

/** The page's workers, started when first asked for. */
export function enginePool(): Pool {
  pool ??= createPool();
  return pool;
}
