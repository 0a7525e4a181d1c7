import { closeSync, fsyncSync, mkdirSync, openSync, readSync, renameSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import type { Aside, FileSink, OutputSink } from '@chromatype/core';
import { flushSync } from '../disk/flush.ts';
import { unfinished } from '../disk/unfinished.ts';

const PIECE = 1 << 18;

function sinkOf(handle: number): FileSink & { readonly length: number } {
  let length = 0;
  return {
    get length() {
      return length;
    },
    write(piece) {
      for (let at = 0; at < piece.length; ) at += writeSync(handle, piece, at, piece.length - at, length + at);
      length += piece.length;
    },
    patch(at, piece) {
      writeSync(handle, piece, 0, piece.length, at);
    },
  };
}

function asideOf(handle: number): Aside {
  const sink = sinkOf(handle);
  return {
    get length() {
      return sink.length;
    },
    write: sink.write,
    patch: sink.patch,
    *pieces() {
      for (let at = 0; at < sink.length; ) {
        const piece = new Uint8Array(Math.min(PIECE, sink.length - at));
        const read = readSync(handle, piece, 0, piece.length, at);
        if (read === 0) throw new Error('What was set aside on the disk is no longer there.');
        at += read;
        yield piece.subarray(0, read);
      }
    },
  };
}

/** What stands beside an output file while it is made: the file itself and what was set aside for it. */
export const partialPaths = (file: string): readonly [file: string, asides: string] => {
  const partial = `${file}.${process.pid}.partial`;
  return [partial, `${partial}.d`];
};

/** Writes a file that appears only when it is whole. Returns its bytes. */
export async function writeWhole(file: string, work: (sink: OutputSink) => void | Promise<void>): Promise<number> {
  mkdirSync(dirname(file), { recursive: true });
  const [partial, folder] = partialPaths(file);
  const over = unfinished(partial, folder);
  const handle = openSync(partial, 'w');
  const handles: number[] = [];
  const sink = sinkOf(handle);
  try {
    await work({
      write: sink.write,
      patch: sink.patch,
      aside() {
        mkdirSync(folder, { recursive: true });
        const at = openSync(`${folder}/${handles.length}`, 'w+');
        handles.push(at);
        return asideOf(at);
      },
    });
    fsyncSync(handle);
    renameSync(partial, file);
    flushSync(dirname(file));
  } finally {
    for (const open of [handle, ...handles]) closeSync(open);
    for (const path of partialPaths(file)) rmSync(path, { recursive: true, force: true });
    over();
  }
  return sink.length;
}

/** Writes several files at once, each of which appears only when all are whole. */
export async function writeAll(files: readonly string[], work: (sinks: readonly OutputSink[]) => void): Promise<void> {
  const open = async (sinks: readonly OutputSink[]): Promise<void> => {
    const file = files[sinks.length];
    if (file === undefined) return work(sinks);
    await writeWhole(file, (sink) => open([...sinks, sink]));
  };
  await open([]);
}
