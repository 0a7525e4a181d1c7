import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm, stat } from 'node:fs/promises';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { BatchPrint } from '@chromatype/core';
import { ZipFile } from 'yazl';
import { flush, flushName } from '../disk/flush.ts';
import { fileOfPrint, type PrintOutcome, printFolder, thumbFile } from './batch-folder.ts';
import { contactPdf, contactPng } from './contact-sheet.ts';

/** The time of members is always the same, so that the same batch makes the same file. */
const PACKED = { mtime: new Date(2000, 0, 1), compress: false } as const;

/** A print and how it ended. */
export interface EndedPrint {
  readonly print: BatchPrint;
  readonly outcome: PrintOutcome;
}

/** Lines that say what could not be printed, one each. */
export const errorLines = (ended: readonly EndedPrint[]): string[] =>
  ended.flatMap(({ print, outcome }) => ('message' in outcome ? [`${print.name}: ${outcome.message}`] : []));

/** The prints of a batch that have a picture for the contact sheet. */
export const thumbsOf = (folder: string, ended: readonly EndedPrint[]) =>
  ended.flatMap(({ print, outcome }) =>
    'files' in outcome && outcome.thumb ? [{ name: print.name, file: thumbFile(printFolder(folder, print.at)) }] : [],
  );

/**
 * Packs the files of a batch into one ZIP archive, with contact sheets and a list of what could not be printed. The archive
 * appears only when it is whole. Returns its bytes.
 */
export async function packBatch(folder: string, ended: readonly EndedPrint[], file: string): Promise<number> {
  const partial = `${file}.${process.pid}.partial`;
  await mkdir(dirname(file), { recursive: true });
  try {
    const zip = new ZipFile();
    const written = pipeline(zip.outputStream as unknown as NodeJS.ReadableStream, createWriteStream(partial));
    for (const { print, outcome } of ended) {
      if (!('files' in outcome)) continue;
      for (const { name } of outcome.files) zip.addFile(fileOfPrint(printFolder(folder, print.at), name), name, PACKED);
    }
    const thumbs = thumbsOf(folder, ended);
    if (thumbs.length > 0) {
      zip.addBuffer(await contactPng(thumbs), 'contact sheet.png', PACKED);
      zip.addBuffer(Buffer.from(await contactPdf(thumbs)), 'contact sheet.pdf', PACKED);
    }
    const errors = errorLines(ended);
    if (errors.length > 0) zip.addBuffer(Buffer.from(`${errors.join('\n')}\n`), 'not printed.txt', PACKED);
    zip.end();
    await written;
    await flush(partial);
    await rename(partial, file);
    await flushName(file);
    return (await stat(file)).size;
  } finally {
    await rm(partial, { force: true });
  }
}
