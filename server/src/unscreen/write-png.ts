import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Readable, pipeline as piped } from 'node:stream';
import { createDeflate } from 'node:zlib';
import { chunk, PNG_SIGNATURE, pixelsPerMetre } from '@chromatype/core';

/** Compression that keeps up with the threads that make the rows. */
const LEVEL = 2;
/** The number of the filter that keeps of each byte the difference from the pixel to its left (PNG, Third Edition, 9.2). */
const SUB = 1;

interface RgbPng {
  readonly width: number;
  readonly height: number;
  /** Written where it is known. */
  readonly ppi: number | null;
}

function* head({ width, height, ppi }: RgbPng): Generator<Uint8Array> {
  yield PNG_SIGNATURE;
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  // Eight bits of each of red, green and blue.
  header.set([8, 2], 8);
  yield chunk('IHDR', header);
  yield chunk('sRGB', Uint8Array.of(0));
  if (ppi === null) return;
  const physical = Buffer.alloc(9);
  physical.writeUInt32BE(pixelsPerMetre(ppi), 0);
  physical.writeUInt32BE(pixelsPerMetre(ppi), 4);
  physical[8] = 1;
  yield chunk('pHYs', physical);
}

/** Whole rows with their filter before them. */
function filtered(rows: Uint8Array, width: number): Uint8Array {
  const length = 3 * width;
  const count = rows.length / length;
  const out = new Uint8Array(count * (length + 1));
  for (let j = 0, from = 0, to = 0; j < count; j++) {
    out[to++] = SUB;
    for (let k = 0; k < length; k++, from++, to++) out[to] = k < 3 ? rows[from]! : rows[from]! - rows[from - 3]!;
  }
  return out;
}

/**
 * Writes an 8-bit sRGB picture as a PNG while its rows are made: they are compressed beside that, and memory does not grow
 * with the picture. `pieces`: whole rows, three bytes a pixel, from above.
 */
export async function writeRgbPng(file: string, png: RgbPng, pieces: AsyncIterable<Uint8Array>): Promise<void> {
  async function* rows(): AsyncGenerator<Uint8Array> {
    for await (const piece of pieces) yield filtered(piece, png.width);
  }
  async function* whole(): AsyncGenerator<Uint8Array> {
    yield* head(png);
    const source = Readable.from(rows(), { objectMode: true, highWaterMark: 1 });
    const packed = piped(source, createDeflate({ level: LEVEL, chunkSize: 1 << 16 }), () => {});
    for await (const data of packed) yield chunk('IDAT', data as Buffer);
    yield chunk('IEND', new Uint8Array(0));
  }
  await pipeline(whole, createWriteStream(file));
}
