import { accessSync, constants, existsSync, statSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { reasonOf } from '../errors/reason-of.ts';
import { UsageError } from './usage-error.ts';

/** The name of a file that the user named. @throws UsageError when there is none or it is a directory */
export function readableFile(file: string): string {
  if (!existsSync(file)) throw new UsageError(`There is no file ${file}.`);
  if (statSync(file).isDirectory()) throw new UsageError(`${file} is a directory, not a file.`);
  return file;
}

/**
 * Reads a file that the user named.
 * @throws UsageError when there is none, it is a directory, or it is empty
 */
export async function readInput(file: string): Promise<Buffer> {
  const bytes = await readFile(readableFile(file));
  if (bytes.length === 0) throw new UsageError(`${file} is empty.`);
  return bytes;
}

/** The nearest folder or file above a path that exists. */
function existingAbove(path: string): string {
  let at = dirname(path);
  while (!existsSync(at) && dirname(at) !== at) at = dirname(at);
  return at;
}

function checkAbove(path: string): void {
  const above = existingAbove(path);
  if (!statSync(above).isDirectory()) {
    throw new UsageError(`${above} is a file, so nothing can be written to ${path}.`);
  }
  try {
    accessSync(above, constants.W_OK | constants.X_OK);
  } catch (error) {
    throw new UsageError(`${path} cannot be written: ${reasonOf(error)}.`);
  }
}

/**
 * Looks whether a file can be written, before any work.
 * @throws UsageError when it is a directory or lies below a file
 */
export function checkOutput(file: string): void {
  if (existsSync(file) && statSync(file).isDirectory()) {
    throw new UsageError(`${file} is a directory; name a file to write.`);
  }
  checkAbove(file);
}

/** The same for a folder that takes several files. @throws UsageError when it is a file or lies below one */
export function checkOutputFolder(folder: string): void {
  if (existsSync(folder) && !statSync(folder).isDirectory()) {
    throw new UsageError(`${folder} is a file; name a folder to write to.`);
  }
  checkAbove(folder);
}
