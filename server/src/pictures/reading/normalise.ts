import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unfinished } from '../../disk/unfinished.ts';
import { filesIn } from '../picture-files.ts';
import { type PictureFacts, storeStill } from './store-picture.ts';

/** A picture read into 8-bit sRGB, upright, and held in memory. */
export interface NormalPicture extends PictureFacts {
  readonly pixels: Uint8Array;
}

/**
 * Reads a picture into memory, by way of files that are deleted afterwards.
 * @throws PictureError with one plain sentence when the file cannot be used
 */
export async function normalisePicture(bytes: Uint8Array, name: string): Promise<NormalPicture> {
  const folder = await mkdtemp(join(tmpdir(), 'chromatype-picture-'));
  const over = unfinished(folder);
  try {
    const facts = await storeStill(bytes, name, folder);
    return { ...facts, pixels: new Uint8Array(await readFile(filesIn(folder).pixels)) };
  } finally {
    await rm(folder, { recursive: true, force: true });
    over();
  }
}
