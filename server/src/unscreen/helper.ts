import { parentPort } from 'node:worker_threads';
import { createKernels, fillGrid, type Grid, type GridRows, type ToneBands, toneBand } from '@chromatype/core';
import { openScan, type ScanAsked } from './open-scan.ts';

/** The scan that a helper works on. The grid lies in memory that all threads share. */
export interface HelperScan {
  readonly scan: ScanAsked;
  readonly inks: Parameters<typeof fillGrid>[1];
  readonly factor: number;
  readonly grid: Grid;
}

/** What a helper is asked for: to read rows of a scan into its grid, or to make bands of the picture. */
export type HelperTask =
  | { readonly kind: 'fill'; readonly from: HelperScan; readonly rows: GridRows }
  | { readonly kind: 'prepare'; readonly bands: ToneBands }
  | { readonly kind: 'band'; readonly rows: GridRows };

/** What it answers: the share of a task that is done, or that it is done, with the bytes of a band. */
export type HelperAnswer = { readonly share: number } | { readonly band: Uint8Array | null };

const kernels = createKernels();
const port = parentPort!;
const answer = (message: HelperAnswer) => port.postMessage(message);
let bands: ToneBands | null = null;

port.on('message', (task: HelperTask) => {
  if (task.kind === 'fill') {
    const { scan, inks, factor, grid } = task.from;
    const { source, close } = openScan(scan);
    try {
      for (const share of fillGrid(source, inks, factor, grid, task.rows.first, task.rows.count)) answer({ share });
    } finally {
      close();
    }
    answer({ band: null });
  } else if (task.kind === 'prepare') {
    bands = task.bands;
    answer({ band: null });
  } else {
    answer({ band: toneBand(kernels, bands!, task.rows.first, task.rows.count) });
  }
});
