import type { ScanPixels } from '@chromatype/core';
import * as Comlink from 'comlink';
import { inOwnWorker } from '../engine/own-worker.ts';
import type { Answer, MatchApi } from './match-worker.ts';

/** Finds a print in a worker of its own, which aborting the signal ends at once. */
export const findInWorker = (
  scan: ScanPixels,
  ppi: number,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<Answer> =>
  inOwnWorker<MatchApi, Answer>(
    new Worker(new URL('./match-worker.ts', import.meta.url), { type: 'module', name: 'match' }),
    (remote) => remote.find(Comlink.transfer(scan, [scan.rgb.buffer]), ppi, Comlink.proxy(progress)),
    signal,
    'The scan could not be read; reload the page and try again.',
  );
