import { closeSync, openSync, readSync } from 'node:fs';
import { writeWhole } from '../plates/file-sink.ts';
import type { PlateForm } from '@chromatype/core';
import type { PrintOutcome } from '../batch/batch-folder.ts';

/** What a file of a part says of itself, before its bytes. */
export type PartHeader =
  | {
      readonly does: 'plate';
      readonly key: string;
      readonly from: number;
      readonly to: number;
      readonly form: PlateForm;
    }
  | { readonly does: 'frames'; readonly frames: readonly number[]; readonly each: number }
  | { readonly does: 'print'; readonly outcome: PrintOutcome; readonly thumbBytes: number };

/** The largest header, in bytes: keys of plates hold all settings of their pass. */
const MOST_HEADER = 20e6;
const LENGTH_BYTES = 4;

/**
 * Writes a file of a part: four bytes that say how long the header is, the header as JSON, and the bytes. The header is
 * asked for after the bytes, which lie aside until then.
 */
export function writePart(
  file: string,
  work: (take: (bytes: Uint8Array) => void) => PartHeader | Promise<PartHeader>,
): Promise<number> {
  return writeWhole(file, async (sink) => {
    const aside = sink.aside();
    const header = Buffer.from(JSON.stringify(await work((bytes) => aside.write(bytes))));
    const length = Buffer.alloc(LENGTH_BYTES);
    length.writeUInt32LE(header.length);
    sink.write(length);
    sink.write(header);
    for (const piece of aside.pieces()) sink.write(piece);
  });
}

/** A file of a part that is open for reading. */
export interface OpenPart {
  readonly header: PartHeader;
  /** Bytes of the part from a place on. @throws Error where they are not there */
  read(from: number, bytes: number): Uint8Array;
  close(): void;
}

function readAll(handle: number, from: number, bytes: number): Buffer {
  const out = Buffer.alloc(bytes);
  for (let at = 0; at < bytes; ) {
    const got = readSync(handle, out, at, bytes - at, from + at);
    if (got === 0) throw new Error('A part of a run is cut short.');
    at += got;
  }
  return out;
}

/** Opens a file of a part. @throws Error when it is none */
export function openPart(file: string): OpenPart {
  const handle = openSync(file, 'r');
  try {
    const length = readAll(handle, 0, LENGTH_BYTES).readUInt32LE();
    if (length > MOST_HEADER) throw new Error('A part of a run is damaged.');
    const header = JSON.parse(readAll(handle, LENGTH_BYTES, length).toString('utf8')) as PartHeader;
    const begin = LENGTH_BYTES + length;
    return { header, read: (from, bytes) => readAll(handle, begin + from, bytes), close: () => closeSync(handle) };
  } catch (error) {
    closeSync(handle);
    throw error;
  }
}
