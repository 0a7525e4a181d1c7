import { closeSync, fsyncSync, openSync } from 'node:fs';
import { open, readdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Flushes a file or the names in a folder to the disk, so that a power cut takes nothing back. */
export async function flush(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** The same, and waits for it: for threads that have nothing else to do. */
export function flushSync(path: string): void {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Flushes every file of a folder, and their names. */
export async function flushFolder(folder: string): Promise<void> {
  for (const name of await readdir(folder)) await flush(join(folder, name));
  await flush(folder);
}

/** Flushes the name of a file or folder that was moved to its place. */
export const flushName = (path: string): Promise<void> => flush(dirname(path));
