/** Lets everything else wait for the sheet that opens: its first picture, then its settled one. */

/** A moment that others wait for. */
function moment() {
  let expected = false;
  const waiting = new Set<() => void>();
  return {
    expect(): void {
      expected = true;
    },
    come(): void {
      expected = false;
      for (const go of waiting) go();
      waiting.clear();
    },
    wait: (): Promise<void> => (expected ? new Promise((resolve) => waiting.add(resolve)) : Promise.resolve()),
  };
}

const seen = moment();
const settled = moment();

/** Milliseconds after the first picture for which samples wait at most: a slow sheet does not hold them up. */
const PATIENCE = 1200;

/** A sheet is about to be shown. */
export function expectSheet(): void {
  seen.expect();
  settled.expect();
}

/** The first picture of the sheet is there. */
export function sheetIsSeen(): void {
  seen.come();
  setTimeout(settled.come, PATIENCE);
}

/** The sheet is settled, or it will not be shown: nothing waits for it any more. */
export function sheetIsSettled(): void {
  seen.come();
  settled.come();
}

/** Resolves once no sheet waits for its first picture: for what the settled one needs. */
export const sheetSeen = seen.wait;

/** Resolves once the sheet that opens has settled, or takes long: for all that is drawn beside it. */
export const sheetSettled = settled.wait;
