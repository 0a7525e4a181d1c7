import { statfs } from 'node:fs/promises';

/** Bytes that the disk of a folder has left for this user; 0 where it does not say. */
export async function roomOn(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder).catch(() => ({ bavail: 0, bsize: 0 }));
  return bavail * bsize;
}

/** A disk counts as emptied when it has so many bytes more than before, or has waited so long, in milliseconds. */
const MORE = 1 << 20;
const LONGEST_WAIT = 300_000;
const LOOK_EVERY = 1000;

/** Waits until a full disk has more room than `before`, or until nobody waits any more. */
export async function waitForRoom(folder: string, before: number, stopped: () => boolean): Promise<void> {
  const start = Date.now();
  while (!stopped() && Date.now() - start < LONGEST_WAIT && (await roomOn(folder)) < before + MORE) {
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
  }
}
