import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { flush, flushFolder, flushName } from './flush.ts';

/** Moves a finished file to its place, on the disk before it appears there. */
export async function moveFile(from: string, to: string): Promise<void> {
  await flush(from);
  await mkdir(dirname(to), { recursive: true });
  await rename(from, to);
  await flushName(to);
}

/** Moves a finished folder to its place, so that it appears whole; one that is there already is replaced. */
export async function moveFolder(from: string, to: string): Promise<void> {
  await flushFolder(from);
  await mkdir(dirname(to), { recursive: true });
  await rm(to, { recursive: true, force: true });
  await rename(from, to);
  await flushName(to);
}
