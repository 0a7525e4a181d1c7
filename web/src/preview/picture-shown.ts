/** Milliseconds after which nobody waits for a picture any longer. */
const PATIENCE = 60;

const waiting = new Set<() => void>();

/** A picture of a sheet is shown. */
export function pictureIsShown(): void {
  for (const go of waiting) go();
  waiting.clear();
}

/** Resolves when the next picture of a sheet is shown, or after a short while without one. */
export const pictureShown = (): Promise<void> =>
  new Promise((resolve) => {
    const go = (): void => {
      clearTimeout(timer);
      waiting.delete(go);
      resolve();
    };
    const timer = setTimeout(go, PATIENCE);
    waiting.add(go);
  });
