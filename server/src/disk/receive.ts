import { createHash } from 'node:crypto';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import type { Request } from 'express';
import { Refused } from '../errors/refused.ts';
import { MOST_BYTES } from '../pictures/reading/limits.ts';
import { inNewFolder } from './incoming.ts';

/** A file that came in, in a folder of its own. */
export interface Received {
  readonly folder: string;
  readonly file: string;
  /** SHA-256 of its bytes. */
  readonly hash: string;
  readonly bytes: number;
}

/**
 * Writes the body of a request into a new folder while it comes in, hands it on, and deletes what is left of it.
 * @throws Refused when it is larger than what is taken
 */
export function receive<T>(data: string, request: Request, work: (got: Received) => Promise<T>): Promise<T> {
  return inNewFolder(data, async (folder) => work(await receiveInto(folder, request)));
}

/**
 * Writes the body of a request into a folder while it comes in.
 * @throws Refused with a sentence when it has more bytes than are taken
 */
export async function receiveInto(
  folder: string,
  request: Request,
  most: number = MOST_BYTES,
  tooLarge = 'This file is larger than 100 MB; make it smaller first.',
): Promise<Received> {
  const file = join(folder, 'original');
  const hash = createHash('sha256');
  let bytes = 0;
  let failed: unknown = null;
  const handle = await open(file, 'wx');
  try {
    for await (const piece of request as AsyncIterable<Buffer>) {
      bytes += piece.length;
      // What goes beyond is read and thrown away, so that the sender gets to see the answer.
      if (bytes > most || failed) continue;
      hash.update(piece);
      failed = await handle.appendFile(piece).then(
        () => null,
        (error: unknown) => error,
      );
    }
  } finally {
    await handle.close();
  }
  if (bytes > most) throw new Refused(413, tooLarge);
  if (failed) throw failed;
  return { folder, file, hash: hash.digest('hex'), bytes };
}
