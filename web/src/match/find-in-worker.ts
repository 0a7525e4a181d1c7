import type { ScanPixels } from '@chromatype/core';
import * as Comlink from 'comlink';
import type { Answer, MatchApi } from './match-worker.ts';

/** Finds a print in a worker of its own, which aborting the signal ends at once. */
export async function findInWorker(
  scan: ScanPixels,
  ppi: number,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<Answer> {
  const worker = new Worker(new URL('./match-worker.ts', import.meta.url), { type: 'module', name: 'match' });
  const remote = Comlink.wrap<MatchApi>(worker);
  try {
    const ended = new Promise<never>((_, reject) => {
      signal.addEventListener('abort', () => reject(new Error('Cancelled.')));
      worker.addEventListener('error', () =>
        reject(new Error('The scan could not be read; reload the page and try again.')),
      );
    });
    const scanSent = Comlink.transfer(scan, [scan.rgb.buffer]);
    return await Promise.race([remote.find(scanSent, ppi, Comlink.proxy(progress)), ended]);
  } finally {
    worker.terminate();
  }
}
