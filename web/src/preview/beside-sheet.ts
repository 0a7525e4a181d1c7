import { pictureShown } from './picture-shown.ts';
import { sheetIsSettling } from './preview.ts';

/** Milliseconds for which small work waits at most for a sheet that settles. */
const PATIENCE = 250;

/** The end of the small work that was asked for last. */
let last: Promise<unknown> = Promise.resolve();

async function untilSettled(): Promise<void> {
  const end = performance.now() + PATIENCE;
  while (sheetIsSettling() && performance.now() < end) await pictureShown();
}

/**
 * Does small work that is drawn beside the sheet: one piece after the other, and none begins while a sheet settles,
 * so that its workers have the processor. Rejects with what the work rejects with.
 */
export function besideSheet<T>(work: () => Promise<T>): Promise<T> {
  const done = last.then(untilSettled).then(work);
  last = done.catch(() => {});
  return done;
}
