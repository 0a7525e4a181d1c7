import type { Request } from 'express';
import { MOST_BYTES } from './reading/normalise.ts';
import { PictureError } from './picture-error.ts';

/** Reads a request's body whole, up to the largest file that is taken. */
export async function bodyOf(request: Request): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let bytes = 0;
  for await (const piece of request as AsyncIterable<Buffer>) {
    bytes += piece.length;
    // What goes beyond is read and thrown away, so that the sender gets to see the answer.
    if (bytes <= MOST_BYTES) pieces.push(piece);
    else pieces.length = 0;
  }
  if (bytes > MOST_BYTES) throw new PictureError('This file is larger than 100 MB; make it smaller first.', 413);
  return Buffer.concat(pieces);
}
