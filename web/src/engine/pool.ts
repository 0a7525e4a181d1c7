import * as Comlink from 'comlink';
import type { PictureBuffer } from './picture-buffer.ts';
import type { EngineApi } from './worker.ts';

export type EngineWorker = Comlink.Remote<EngineApi>;

const start = (): EngineWorker =>
  Comlink.wrap<EngineApi>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));

/** Workers that print the sheet, and one for everything small, so that neither waits for the other. */
export interface Pool {
  readonly printers: readonly EngineWorker[];
  readonly sampler: EngineWorker;
  /** Makes whole plates in the background, for as long as they take. */
  readonly maker: EngineWorker;
  /** Helps with plates that two threads can make together. */
  readonly helper: EngineWorker;
  /** Every worker there is. */
  readonly all: readonly EngineWorker[];
  addPicture(picture: PictureBuffer): Promise<void>;
  dropPicture(hash: string): Promise<void>;
}

let pool: Pool | null = null;

/** The page's workers, started when first asked for. */
export function enginePool(): Pool {
  if (!pool) {
    const printers = Array.from({ length: Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2)) }, start);
    const sampler = start();
    const maker = start();
    const helper = start();
    const all = [...printers, sampler, maker, helper];
    pool = {
      printers,
      sampler,
      maker,
      helper,
      all,
      async addPicture(picture) {
        await Promise.all(all.map((worker) => worker.addPicture(picture)));
      },
      async dropPicture(hash) {
        await Promise.all(all.map((worker) => worker.dropPicture(hash)));
      },
    };
  }
  return pool;
}
