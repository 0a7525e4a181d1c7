import * as Comlink from 'comlink';

/**
 * Does a piece of work in a worker of its own, which ends with it; aborting the signal ends it at once.
 * @throws Error with `fault` as its message where the worker itself fails
 */
export async function inOwnWorker<Api, T>(
  worker: Worker,
  work: (remote: Comlink.Remote<Api>) => Promise<T>,
  signal: AbortSignal,
  fault: string,
): Promise<T> {
  try {
    const ended = new Promise<never>((_, reject) => {
      signal.addEventListener('abort', () => reject(new Error('Cancelled.')));
      worker.addEventListener('error', () => reject(new Error(fault)));
    });
    return await Promise.race([work(Comlink.wrap<Api>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}
