import { closeSync, fsyncSync, mkdirSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import type { FileSink } from '@chromatype/core';

export interface OpenFile extends FileSink {
  readonly bytes: number;
}

/** Writes a file that appears only when it is whole. Returns its bytes. */
export async function writeWhole(file: string, work: (sink: OpenFile) => void | Promise<void>): Promise<number> {
  mkdirSync(dirname(file), { recursive: true });
  const partial = `${file}.${process.pid}.partial`;
  const handle = openSync(partial, 'w');
  let bytes = 0;
  let open = true;
  try {
    await work({
      get bytes() {
        return bytes;
      },
      write(piece) {
        for (let at = 0; at < piece.length; ) at += writeSync(handle, piece, at, piece.length - at, bytes + at);
        bytes += piece.length;
      },
      patch(at, piece) {
        writeSync(handle, piece, 0, piece.length, at);
      },
    });
    fsyncSync(handle);
    closeSync(handle);
    open = false;
    renameSync(partial, file);
  } catch (error) {
    if (open) closeSync(handle);
    rmSync(partial, { force: true });
    throw error;
  }
  return bytes;
}

/** Writes several files at once, each of which appears only when all are whole. */
export async function writeAll(files: readonly string[], work: (sinks: readonly OpenFile[]) => void): Promise<void> {
  const open = async (sinks: readonly OpenFile[]): Promise<void> => {
    const file = files[sinks.length];
    if (file === undefined) return work(sinks);
    await writeWhole(file, (sink) => open([...sinks, sink]));
  };
  await open([]);
}
