import { toast } from 'sonner';

interface Sending<T> {
  /** Sends what is meant. `progress` is called with the share that has gone, 0..1. */
  send(progress: (share: number) => void, signal: AbortSignal): Promise<T>;
  /** What is said when it is there. */
  done(result: T): string;
  /** What goes on while shares of it go: "Adding" where it is left out. */
  readonly doing?: string;
}

/** Sends something to the server with a note of its progress and a way to cancel; null when it was refused, which is said. */
export async function sendWithNote<T>(name: string, { send, done, doing = 'Adding' }: Sending<T>): Promise<T | null> {
  const stop = new AbortController();
  const action = { label: 'Cancel', onClick: () => stop.abort() };
  const note = toast.loading(`Adding ${name}`, { action });
  try {
    const result = await send(
      (share) =>
        toast.loading(share < 1 ? `${doing} ${name}, ${Math.round(share * 100)} %` : `Reading ${name}`, {
          id: note,
          action,
        }),
      stop.signal,
    );
    toast.success(done(result), { id: note, action: undefined, duration: 2500 });
    return result;
  } catch (error) {
    toast.error(`${name}: ${error instanceof Error ? error.message : error}`, {
      id: note,
      action: undefined,
      duration: 9000,
    });
    return null;
  }
}
