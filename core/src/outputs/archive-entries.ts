import { Zip, ZipPassThrough } from 'fflate';
import { FIXED_LOCAL_DATE } from './fixed-date.ts';
import type { OutputSink } from './output.ts';

/** A ZIP archive that is written entry by entry, each with the same date, so that equal jobs give equal bytes. */
export interface ArchiveEntries {
  /** Adds an entry as it is: what is large is packed already, and the rest is not worth it. */
  add(name: string, pieces: Iterable<Uint8Array>): void;
  addText(name: string, text: string): void;
  /** @throws what went wrong with any of the entries */
  end(): void;
}

/** Begins an archive in an output. */
export function openArchive(sink: Pick<OutputSink, 'write'>): ArchiveEntries {
  let failed: Error | null = null;
  const zip = new Zip((error, piece) => {
    if (error) failed = error;
    else sink.write(piece);
  });
  function add(name: string, pieces: Iterable<Uint8Array>): void {
    const entry = new ZipPassThrough(name);
    entry.mtime = FIXED_LOCAL_DATE;
    zip.add(entry);
    for (const piece of pieces) entry.push(piece, false);
    entry.push(new Uint8Array(), true);
  }
  return {
    add,
    addText: (name, text) => add(name, [new TextEncoder().encode(text)]),
    end() {
      zip.end();
      if (failed) throw failed;
    },
  };
}
