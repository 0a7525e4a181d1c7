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
  addPicture(picture: PictureBuffer): Promise<void>;
}

let pool: Pool | null = null;

/** The page's workers, started when first asked for. */
export function enginePool(): Pool {
  if (!pool) {
    const printers = Array.from({ length: Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2)) }, start);
    const sampler = start();
    pool = {
      printers,
      sampler,
      async addPicture(picture) {
        await Promise.all([...printers, sampler].map((worker) => worker.addPicture(picture)));
      },
    };
  }
  return pool;
}
