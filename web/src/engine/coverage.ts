import { countCache, type Job, type Pass, plateKey, sheetPixels } from '@chromatype/core';
import { useOpenJob } from '../document/store.ts';
import { enginePool } from './pool.ts';
import { sheetIsBusy } from '../preview/preview.ts';
import { BLOCK_HEIGHT, BLOCK_WIDTH } from './sheet-engine.ts';

const LOOK_AGAIN = 120;
/** Width of a part of the sheet that is counted at a time, in pixels; it is a block high. */
const PART_WIDTH = 3 * BLOCK_WIDTH;

/** Waits until nothing is being dragged and the sheet has settled: it comes first. */
export async function sheetAtRest(): Promise<void> {
  while (useOpenJob.getState().dragging || sheetIsBusy())
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
}

/** The count that is under way: passes are counted one after the other, so that no work waits in the worker's queue. */
let turn: Promise<unknown> = Promise.resolve();

/** Does some work once everything that was asked for before is done. */
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const own = turn.then(work);
  turn = own.catch(() => {});
  return own;
}

/**
 * Share of the sheet that a pass inks, counted on its whole plate part by part, so that other
 * samples come in between and a hand that begins to drag waits for no more than one part. Null when it was stopped.
 */
async function count(job: Job, pass: Pass, stopped: () => boolean): Promise<number | null> {
  const { width, height } = sheetPixels(job.sheet);
  let ink = 0;
  for (let y = 0; y < height; y += BLOCK_HEIGHT) {
    for (let x = 0; x < width; x += PART_WIDTH) {
      await sheetAtRest();
      if (stopped()) return null;
      const area = {
        x,
        y,
        width: Math.min(PART_WIDTH, width - x),
        height: Math.min(BLOCK_HEIGHT, height - y),
        step: 1,
      };
      ink += await enginePool().sampler.inkOf(job, pass, area);
    }
  }
  return ink / (width * height);
}

interface Counting {
  readonly share: Promise<number | null>;
  users: number;
}

const counting = new Map<string, Counting>();
const counted = countCache<number>(200);

/** A share that was counted before; null when it was not. */
export const knownCoverage = (key: string): number | null => counted.get(key) ?? null;

/** The share of the sheet that a pass inks, counted once for all that ask for it; `leave` when it is no longer wanted. */
export function coverageOf(job: Job, pass: Pass): { readonly share: Promise<number | null>; leave(): void } {
  const key = plateKey(job, pass);
  let run = counting.get(key);
  if (!run) {
    const own: Counting = {
      users: 0,
      share: inTurn(() => count(job, pass, () => own.users === 0))
        .then((share) => {
          if (share !== null) counted.set(key, share);
          return share;
        })
        .finally(() => {
          if (counting.get(key) === own) counting.delete(key);
        }),
    };
    run = own;
    counting.set(key, run);
  }
  run.users++;
  const { share } = run;
  return {
    share,
    leave() {
      run.users--;
      // A run that nobody waits for ends; who asks again begins a new one.
      if (run.users === 0 && counting.get(key) === run) counting.delete(key);
    },
  };
}
