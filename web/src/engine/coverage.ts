import { type Job, type Pass, sheetPixels } from '@chromatype/core';
import { useOpenJob } from '../document/store.ts';
import { enginePool } from './pool.ts';
import { sheetIsBusy } from './preview.ts';
import { BLOCK_HEIGHT } from './sheet-engine.ts';

const LOOK_AGAIN = 120;

/** Waits until nothing is being dragged and the sheet has settled: it comes first. */
async function handAtRest(): Promise<void> {
  while (useOpenJob.getState().dragging || sheetIsBusy())
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
}

/**
 * Share of the sheet that a pass inks, counted on its whole plate a row of blocks at a time, so that
 * other samples come in between. Null when it was stopped.
 */
export async function measureCoverage(job: Job, pass: Pass, stopped: () => boolean): Promise<number | null> {
  const { width, height } = sheetPixels(job.sheet);
  let ink = 0;
  for (let row = 0; row * BLOCK_HEIGHT < height; row++) {
    await handAtRest();
    if (stopped()) return null;
    ink += await enginePool().sampler.inkOfRow(job, pass, row);
  }
  return ink / (width * height);
}
