import { readdirSync, readFileSync } from 'node:fs';
import type { Job } from '@chromatype/core';
import { startControl } from './control.ts';
import { ask } from './requests.ts';

/** Parents of all processes that this user may look at, by their ids (proc(5)). */
function parents(): Map<number, number> {
  const found = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((n) => /^\d+$/.test(n))) {
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
      found.set(Number(name), Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]));
    } catch {
      // It has ended since the folder was read.
    }
  }
  return found;
}

/** A process and all those that it and its own started. */
export function familyOf(pid: number): number[] {
  const all = parents();
  const isBelow = (at: number): boolean => at === pid || (all.has(at) && isBelow(all.get(at)!));
  return [...all.keys()].filter(isBelow);
}

/** Bytes of memory that a process and those it started hold, without what they share with files. */
export function memoryOf(pid: number): number {
  let bytes = 0;
  for (const one of familyOf(pid)) {
    try {
      const status = readFileSync(`/proc/${one}/status`, 'utf8');
      bytes += 1024 * Number(/^RssAnon:\s+(\d+)/m.exec(status)?.[1] ?? 0);
    } catch {
      // It has ended since.
    }
  }
  return bytes;
}

/** What was seen of a server while something else went on. */
export interface Seen {
  /** Longest time of a save and of the list of the Shelf, in milliseconds. */
  readonly save: number;
  readonly shelf: number;
  /** The same of both, without what the machine itself took for an answer of a server with nothing to do, at that moment. */
  readonly beyond: { readonly save: number; readonly shelf: number };
  /** Most memory, in bytes. */
  readonly memory: number;
  /** Milliseconds that the work took, without those in which the machine had no time for it. */
  readonly ms: number;
}

/** Saves a job and lists the Shelf again and again while some work goes on. */
export async function whileWatching<T>(
  { url, pid }: { readonly url: string; readonly pid: number },
  job: { readonly id: string; readonly document: Job; version: number },
  work: () => Promise<T>,
): Promise<Seen & { readonly result: T }> {
  const control = await startControl();
  const seen = { save: 0, shelf: 0, memory: 0 };
  const asked: { readonly what: 'save' | 'shelf'; readonly from: number; readonly to: number }[] = [];
  let over = false;
  const timed = async (what: 'save' | 'shelf', asking: () => ReturnType<typeof ask>) => {
    const from = performance.now();
    const { status, body } = await asking();
    const to = performance.now();
    seen[what] = Math.max(seen[what], to - from);
    asked.push({ what, from, to });
    if (status !== 200) throw new Error(`A ${what} was answered by ${status}: ${JSON.stringify(body)}`);
  };
  const watching = (async () => {
    while (!over) {
      await timed('save', () =>
        ask(`${url}/api/jobs/${job.id}`, 'PUT', { document: job.document }, { 'If-Match': `"${job.version}"` }),
      );
      job.version++;
      await timed('shelf', () => ask(`${url}/api/jobs`));
      seen.memory = Math.max(seen.memory, memoryOf(pid));
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  })();
  let result: T;
  const begun = performance.now();
  let done: number;
  try {
    result = await work();
    done = performance.now();
  } finally {
    over = true;
    await watching.finally(() => control.stop());
  }
  const beyond = (of: 'save' | 'shelf') =>
    Math.max(
      0,
      ...asked.filter(({ what }) => what === of).map(({ from, to }) => to - from - control.longest(from, to)),
    );
  const ms = done - begun - control.lost(begun, done);
  return { ...seen, ms, beyond: { save: beyond('save'), shelf: beyond('shelf') }, result };
}
