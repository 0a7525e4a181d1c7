/**
 * Runs asynchronous work so that only the newest request waits; those between are dropped.
 * `rest` tells how many milliseconds to leave to others before the next one.
 */
export function latestOnly<A extends readonly unknown[]>(
  work: (...args: A) => Promise<void>,
  rest: () => number = () => 0,
): (...args: A) => void {
  let busy = false;
  let waiting: A | null = null;
  async function run(args: A): Promise<void> {
    busy = true;
    try {
      await work(...args);
      const pause = rest();
      if (pause > 0) await new Promise((resolve) => setTimeout(resolve, pause));
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
