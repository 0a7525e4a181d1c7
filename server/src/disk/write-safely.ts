import { randomUUID } from 'node:crypto';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { flushName } from './flush.ts';

/** Writes a file so that it is either wholly there, on the disk, or not at all. */
export async function writeSafely(file: string, bytes: Uint8Array): Promise<void> {
  await mkdir(dirname(file), { recursive: true });
  const partial = `${file}.${randomUUID()}.partial`;
  try {
    const handle = await open(partial, 'wx');
    try {
      await handle.writeFile(bytes);
      await handle.sync();
    } finally {
      await handle.close();
    }
    await rename(partial, file);
    await flushName(file);
  } catch (error) {
    await rm(partial, { force: true });
    throw error;
  }
}
