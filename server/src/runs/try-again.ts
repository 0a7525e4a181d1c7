/** Shortest and longest pause in milliseconds between two tries. */
const FIRST_PAUSE = 100;
const LONGEST_PAUSE = 2000;

/**
 * Does something until it succeeds, with growing pauses between tries, so that a queue outlives a database that is
 * busy, full or gone for a while. `failed` hears every error; null when `stopped` says that nobody waits any more.
 */
export async function tryAgain<T>(
  work: () => Promise<T>,
  { failed, stopped }: { readonly failed: (error: unknown) => void; readonly stopped: () => boolean },
): Promise<T | null> {
  for (let pause = FIRST_PAUSE; !stopped(); pause = Math.min(LONGEST_PAUSE, 2 * pause)) {
    try {
      return await work();
    } catch (error) {
      if (stopped()) return null;
      failed(error);
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  }
  return null;
}
