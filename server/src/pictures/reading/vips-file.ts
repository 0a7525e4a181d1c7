import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { PictureError } from '../picture-error.ts';

/**
 * Pictures on the disk as libvips writes and maps them: a head of 64 bytes, then plain rows (vips.h, VipsImage; the
 * places of its fields are those of libvips/iofuncs/vips.c). Whoever reads one needs memory for some rows only.
 */
export interface VipsFile {
  readonly file: string;
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  /** Values are of 8 or of 16 bits, without sign. */
  readonly deep: boolean;
}

export const HEAD_BYTES = 64;
/** How the head of a file with little-endian values begins. */
const MAGIC = 0xb6a6f208;
const UCHAR = 0;
const USHORT = 2;
/** VipsInterpretation: grey, and sRGB. */
const GREY = 1;
const SRGB = 22;

/** @throws PictureError when a file was not written to its end */
export function openVips(file: string): VipsFile {
  const handle = openSync(file, 'r');
  try {
    const head = Buffer.alloc(HEAD_BYTES);
    const read = readSync(handle, head, 0, HEAD_BYTES, 0);
    const format = head.readInt32LE(20);
    if (read !== HEAD_BYTES || head.readUInt32BE(0) !== MAGIC || (format !== UCHAR && format !== USHORT)) {
      throw new PictureError('This picture has values of a kind that cannot be read; save it with 8 or 16 bits.');
    }
    return {
      file,
      width: head.readInt32LE(4),
      height: head.readInt32LE(8),
      channels: head.readInt32LE(12),
      deep: format === USHORT,
    };
  } finally {
    closeSync(handle);
  }
}

/** The head of a picture of 8 bits, grey or in sRGB with alpha. */
export function vipsHead(width: number, height: number, channels: 1 | 4): Buffer {
  const head = Buffer.alloc(HEAD_BYTES);
  head.writeUInt32BE(MAGIC, 0);
  head.writeInt32LE(width, 4);
  head.writeInt32LE(height, 8);
  head.writeInt32LE(channels, 12);
  head.writeInt32LE(8, 16);
  head.writeInt32LE(UCHAR, 20);
  head.writeInt32LE(channels === 1 ? GREY : SRGB, 28);
  head.writeFloatLE(1, 32);
  head.writeFloatLE(1, 36);
  return head;
}

/** Bytes of rows that are read at once. */
const STRIP_BYTES = 8 << 20;

/** Some whole rows of a picture. */
export interface Strip {
  readonly bytes: Buffer;
  readonly pixels: number;
}

/** Reads a picture from the top down, some rows at a time. The bytes of a strip hold until the next. */
export function* stripsOf({ file, width, height, channels, deep }: VipsFile): Generator<Strip> {
  const stride = width * channels * (deep ? 2 : 1);
  const rows = Math.max(1, Math.floor(STRIP_BYTES / stride));
  const buffer = Buffer.alloc(Math.min(rows, height) * stride);
  const handle = openSync(file, 'r');
  try {
    for (let y = 0; y < height; y += rows) {
      const bytes = buffer.subarray(0, Math.min(rows, height - y) * stride);
      for (let at = 0; at < bytes.length; ) {
        const got = readSync(handle, bytes, at, bytes.length - at, HEAD_BYTES + y * stride + at);
        if (got === 0) throw new Error('A picture ends before its last row.');
        at += got;
      }
      yield { bytes, pixels: bytes.length / (stride / width) };
    }
  } finally {
    closeSync(handle);
  }
}

/** Writes pieces one after the other into a file. */
export function writePieces(file: string, pieces: Iterable<Uint8Array>): void {
  const handle = openSync(file, 'w');
  try {
    for (const piece of pieces) for (let at = 0; at < piece.length; ) at += writeSync(handle, piece, at);
  } finally {
    closeSync(handle);
  }
}

/** A first piece, then others. */
export function* after(first: Uint8Array, rest: Iterable<Uint8Array>): Generator<Uint8Array> {
  yield first;
  yield* rest;
}
