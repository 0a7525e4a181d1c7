/** Runs asynchronous work so that only the newest request waits; those between are dropped. */
export function latestOnly<A extends readonly unknown[]>(work: (...args: A) => Promise<void>): (...args: A) => void {
  let busy = false;
  let waiting: A | null = null;
  async function run(args: A): Promise<void> {
    busy = true;
    try {
      await work(...args);
    } finally {
      busy = false;
      const next = waiting;
      waiting = null;
      if (next) void run(next);
    }
  }
  return (...args) => {
    if (busy) waiting = args;
    else void run(args);
  };
}
