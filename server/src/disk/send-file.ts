import { open } from 'node:fs/promises';
import { StreamableFile } from '@nestjs/common';
import type { Response } from 'express';

/**
 * A file as an answer. It is opened before anything is said of it, so that a file that is missing is refused and not
 * promised. @throws the error of the operating system
 */
export async function sendFile(
  response: Response,
  file: string,
  headers: Readonly<Record<string, string>>,
): Promise<StreamableFile> {
  const handle = await open(file, 'r');
  const { size } = await handle.stat();
  response.set({ 'Content-Length': String(size), ...headers });
  return new StreamableFile(handle.createReadStream({ highWaterMark: 1 << 20 }));
}
