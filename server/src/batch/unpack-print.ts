import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import { openPart } from '../parts/part-file.ts';
import { fileOfPrint, type PrintOutcome, thumbFile } from './batch-folder.ts';

/** Writes the files of a print that another machine has made into its folder. */
export async function unpackPrint(part: string, folder: string): Promise<PrintOutcome> {
  const { header, read, close } = openPart(part);
  try {
    if (header.does !== 'print') throw new Error('A part of a batch is no print.');
    const { outcome, thumbBytes } = header;
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
    if (!('files' in outcome)) return outcome;
    let at = 0;
    for (const { name, bytes } of outcome.files) {
      if (basename(name) !== name) throw new Error('A part of a batch has a file whose name is a path.');
      const file = fileOfPrint(folder, name);
      mkdirSync(dirname(file), { recursive: true });
      writeFileSync(file, read(at, bytes));
      at += bytes;
    }
    if (thumbBytes > 0) writeFileSync(thumbFile(folder), read(at, thumbBytes));
    return outcome;
  } finally {
    close();
  }
}
