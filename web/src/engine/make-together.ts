import { createSharedPlate, type Job, type Pass, sharedFloydDone, stopSharedFloyd } from '@chromatype/core';
import { enginePool } from './pool.ts';
import type { SharedPlate } from './shared-plate.ts';

const LOOK_EVERY = 80;

/** Has two workers make a pass's plate in memory they share. `told` hears the share done and answers false to stop. */
export async function makeTogether(
  job: Job,
  pass: Pass,
  told: (share: number) => boolean,
): Promise<SharedPlate | null> {
  const { maker, helper } = enginePool();
  const shared = createSharedPlate(job);
  const watch = setInterval(() => {
    if (!told(sharedFloydDone(shared))) stopSharedFloyd(shared);
  }, LOOK_EVERY);
  try {
    const parts = await Promise.all([maker, helper].map((worker, k) => worker.sharePlate(job, pass, shared, k)));
    const { width, height, plate } = shared;
    return parts.every((done) => done) ? { width, height, levels: 0, buffer: plate } : null;
  } catch (error) {
    // The other thread must not wait for one that is gone.
    stopSharedFloyd(shared);
    throw error;
  } finally {
    clearInterval(watch);
  }
}
