import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';

/** Where files are received and read, each in a folder of its own; a start empties it. */
export const incomingFolder = (data: string): string => join(data, 'incoming');

/** Works in a new folder of a data folder, and deletes what is left of it. */
export async function inNewFolder<T>(data: string, work: (folder: string) => Promise<T>): Promise<T> {
  const folder = join(incomingFolder(data), randomUUID());
  await mkdir(folder, { recursive: true });
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
