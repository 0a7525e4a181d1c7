import * as Comlink from 'comlink';

/** A worker stopped before it answered. */
export class WorkerStopped extends Error {
  constructor() {
    super('A worker of this page stopped before it answered.');
    this.name = 'WorkerStopped';
  }
}

export interface LiveWorker<Api extends object> {
  /** Calls reject with `WorkerStopped` when the worker dies; the next call starts another one in its place. */
  readonly remote: Comlink.Remote<Api>;
  /** Whether a worker runs now. */
  running(): boolean;
}

/** What is known of a worker that runs. */
interface Running<Api extends object> {
  readonly remote: Comlink.Remote<Api>;
  /** Rejects when the worker dies. */
  readonly death: Promise<never>;
}

type Method = (...args: readonly unknown[]) => Promise<unknown>;

/**
 * Watches over a worker of which `start` makes one after the other. `ready` gives each new one what its predecessor
 * had; its calls come before all others. A worker holds a Web Lock named by `lock` for as long as it lives: the
 * browser frees that lock when the worker ends, however that happens.
 */
export function liveWorker<Api extends object>(
  start: (lock: string) => Worker,
  ready: (remote: Comlink.Remote<Api>) => Promise<unknown>,
): LiveWorker<Api> {
  let now: Running<Api> | null = null;

  function begin(): Running<Api> {
    const lock = `chromatype-worker-${crypto.randomUUID()}`;
    const worker = start(lock);
    let die!: (error: Error) => void;
    const death = new Promise<never>((_, reject) => {
      die = reject;
    });
    death.catch(() => {});
    const running = { remote: Comlink.wrap<Api>(worker), death };
    const end = () => {
      worker.terminate();
      if (now === running) now = null;
      die(new WorkerStopped());
    };
    worker.addEventListener('error', end);
    worker.addEventListener('messageerror', end);
    // The worker tells when it holds its lock; whoever asks for it afterwards gets it when the worker is gone.
    worker.addEventListener('message', ({ data }: MessageEvent) => {
      if (data === lock) void navigator.locks?.request(lock, end);
    });
    now = running;
    void ready(running.remote).catch(() => {});
    return running;
  }

  const call =
    (name: string): Method =>
    (...args) => {
      const { remote, death } = now ?? begin();
      const method = (remote as unknown as Record<string, Method>)[name]!;
      return Promise.race([method(...args), death]);
    };

  const remote = new Proxy({} as Comlink.Remote<Api>, {
    get: (_, name) => (typeof name === 'string' && name !== 'then' ? call(name) : undefined),
  });
  begin();
  return { remote, running: () => now !== null };
}

/** Holds a lock for as long as this worker lives and tells the page so. Called in the worker. */
export function holdLock(lock: string): void {
  void self.navigator.locks?.request(lock, () => {
    postMessage(lock);
    return new Promise(() => {});
  });
}
