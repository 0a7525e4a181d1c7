import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A file of a print that is finished. */
export interface PrintFile {
  readonly name: string;
  readonly bytes: number;
}

/** How a print ended: with files, or with one sentence why there are none. */
export type PrintOutcome =
  | { readonly files: readonly PrintFile[]; readonly thumb: boolean }
  | { readonly message: string };

/** Where the prints of a batch lie until they are packed, each in a folder of its own. */
export const batchFolder = (data: string, run: string): string => join(data, 'runs', `${run}.d`);
export const printFolder = (folder: string, at: number): string => join(folder, String(at));
export const thumbFile = (folder: string): string => join(folder, 'thumb.png');
/** The file that says how a print ended; it comes last, so that a print without it is made again. */
export const outcomeFile = (folder: string): string => join(folder, 'outcome.json');
export const fileOfPrint = (folder: string, name: string): string => join(folder, 'files', name);

/** How a print ended; null while it has not. */
export function outcomeIn(folder: string): PrintOutcome | null {
  try {
    return JSON.parse(readFileSync(outcomeFile(folder), 'utf8')) as PrintOutcome;
  } catch {
    return null;
  }
}
