import type { Job, SheetLie, ScanPixels, StandInPress } from '@chromatype/core';
import * as Comlink from 'comlink';
import { inOwnWorker } from '../engine/own-worker.ts';
import type { CalibrateApi, Measured } from './calibrate-worker.ts';

type Told = (share: number) => void;

const worker = () =>
  new Worker(new URL('./calibrate-worker.ts', import.meta.url), { type: 'module', name: 'calibrate' });

/** Prints a chart on the stand-in press and scans it, in a worker of its own. */
export const pressInWorker = (
  chart: Job,
  how: StandInPress,
  lie: SheetLie,
  told: Told,
  signal: AbortSignal,
): Promise<Blob> =>
  inOwnWorker<CalibrateApi, Blob>(
    worker(),
    (remote) => remote.press(chart, how, lie, Comlink.proxy(told)),
    signal,
    'The stand-in press failed; reload the page and try again.',
  );

/** Reads a scan of a chart in a worker of its own. */
export const readInWorker = (
  scan: ScanPixels,
  ppi: number | null,
  chart: Job | null,
  told: Told,
  signal: AbortSignal,
): Promise<Measured> =>
  inOwnWorker<CalibrateApi, Measured>(
    worker(),
    (remote) => remote.read(Comlink.transfer(scan, [scan.rgb.buffer]), ppi, chart, Comlink.proxy(told)),
    signal,
    'The scan could not be read; reload the page and try again.',
  );
