import type { PictureSource, ScanPixels } from '@chromatype/core';
import * as Comlink from 'comlink';
import type { ScanRegion } from '../api/unscreen.ts';
import type { Answer, MatchApi } from './match-worker.ts';

/** The pixels of a region as a scan; what is clear is white. */
export function scanOf(source: PictureSource, { x, y, width, height }: ScanRegion): ScanPixels {
  const { channels } = source;
  const rgb = new Uint8Array(3 * width * height);
  for (let j = 0; j < height; j++) {
    const row = source.read(y + j, 1);
    for (let i = 0, at = 3 * j * width; i < width; i++, at += 3) {
      const from = (x + i) * channels;
      for (let c = 0; c < 3; c++) {
        const v = channels === 1 ? row[from]! : row[from + c]!;
        const alpha = channels === 1 ? 255 : row[from + 3]!;
        rgb[at + c] = alpha === 255 ? v : Math.round((v * alpha) / 255 + 255 - alpha);
      }
    }
  }
  return { width, height, rgb };
}

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
