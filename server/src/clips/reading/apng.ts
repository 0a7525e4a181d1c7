import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { PictureError } from '../../pictures/picture-error.ts';
import { MOST_PIXELS } from '../../pictures/reading/limits.ts';
import { checkClipLength, checkFrameSize } from './clip-limits.ts';
import { type ClipFile, type ReadFrame, secondsShown } from './clip-file.ts';

// Animated PNG: PNG, Third Edition (W3C 2025), 11.3.6: acTL, fcTL and fdAT.

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** What becomes of a frame before the next one, and how a frame is laid down. */
const TO_BACKGROUND = 1;
const TO_PREVIOUS = 2;
const OVER = 1;
/** Chunks that every frame needs to be decoded: sizes apart. */
const SHARED = ['PLTE', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'sBIT', 'cICP'];

const DAMAGED = 'This animated PNG is damaged or cut short; fetch or save it again.';

interface Chunk {
  readonly name: string;
  readonly data: Buffer;
}

/** A frame as its file states it. */
interface Frame {
  readonly width: number;
  readonly height: number;
  readonly x: number;
  readonly y: number;
  readonly milliseconds: number;
  readonly dispose: number;
  readonly blend: number;
  readonly data: Buffer[];
}

/** Whether a file is a PNG that says that it moves. */
export function isApng(bytes: Uint8Array): boolean {
  const file = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (!file.subarray(0, 8).equals(SIGNATURE)) return false;
  for (let at = 8; at + 8 <= file.length; at += 12 + file.readUInt32BE(at)) {
    const name = file.toString('latin1', at + 4, at + 8);
    if (name === 'acTL') return file.length >= at + 12 && file.readUInt32BE(at + 8) > 1;
    if (name === 'IDAT') return false;
  }
  return false;
}

/** @throws PictureError when a chunk is damaged or the file ends before its end */
function chunksOf(file: Buffer): Chunk[] {
  const chunks: Chunk[] = [];
  for (let at = 8; at + 12 <= file.length; ) {
    const length = file.readUInt32BE(at);
    const end = at + 8 + length;
    if (end + 4 > file.length) break;
    if (crc32(file.subarray(at + 4, end)) !== file.readUInt32BE(end)) throw new PictureError(DAMAGED);
    chunks.push({ name: file.toString('latin1', at + 4, at + 8), data: file.subarray(at + 8, end) });
    at = end + 4;
  }
  if (chunks.at(-1)?.name !== 'IEND') throw new PictureError(DAMAGED);
  return chunks;
}

/** @throws PictureError for a frame that does not lie within the picture */
function frameOf(data: Buffer, whole: { width: number; height: number }): Frame {
  if (data.length !== 26) throw new PictureError(DAMAGED);
  const [width, height, x, y] = [4, 8, 12, 16].map((at) => data.readUInt32BE(at)) as [number, number, number, number];
  if (width === 0 || height === 0 || x + width > whole.width || y + height > whole.height)
    throw new PictureError(DAMAGED);
  const [parts, of] = [data.readUInt16BE(20), data.readUInt16BE(22) || 100];
  const milliseconds = (1000 * parts) / of;
  return { width, height, x, y, milliseconds, dispose: data[24]!, blend: data[25]!, data: [] };
}

/** The frames of a file. A picture before the first of them is shown only by programs that know no animation. */
function framesOf(chunks: readonly Chunk[], whole: { width: number; height: number }): Frame[] {
  const frames: Frame[] = [];
  for (const { name, data } of chunks) {
    if (name === 'fcTL') frames.push(frameOf(data, whole));
    else if (name === 'IDAT') frames.at(-1)?.data.push(data);
    else if (name === 'fdAT') {
      if (data.length < 4 || frames.length === 0) throw new PictureError(DAMAGED);
      frames.at(-1)!.data.push(data.subarray(4));
    }
  }
  if (frames.length === 0 || frames.some(({ data }) => data.length === 0)) throw new PictureError(DAMAGED);
  return frames;
}

function chunkBytes(name: string, data: Buffer): Buffer {
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length, 0);
  out.write(name, 4, 'latin1');
  data.copy(out, 8);
  out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
  return out;
}

/** A frame as a PNG of its own. */
function stillOf({ width, height, data }: Frame, header: Buffer, shared: readonly Chunk[]): Buffer {
  const own = Buffer.from(header);
  own.writeUInt32BE(width, 0);
  own.writeUInt32BE(height, 4);
  return Buffer.concat([
    SIGNATURE,
    chunkBytes('IHDR', own),
    ...shared.map((chunk) => chunkBytes(chunk.name, chunk.data)),
    ...data.map((piece) => chunkBytes('IDAT', piece)),
    chunkBytes('IEND', Buffer.alloc(0)),
  ]);
}

/** Lays RGBA over RGBA, neither multiplied by its alpha (PNG, Third Edition, 13.16). */
function over(canvas: Buffer, at: number, frame: Buffer, from: number): void {
  const alpha = frame[from + 3]!;
  if (alpha === 0) return;
  const below = canvas[at + 3]!;
  if (alpha === 255 || below === 0) {
    frame.copy(canvas, at, from, from + 4);
    return;
  }
  const u = alpha * 255;
  const v = (255 - alpha) * below;
  for (let c = 0; c < 3; c++) canvas[at + c] = Math.round((frame[from + c]! * u + canvas[at + c]! * v) / (u + v));
  canvas[at + 3] = Math.round((u + v) / 255);
}

/** The rows of a part of a canvas. */
function eachRow({ x, y, width, height }: Frame, across: number, work: (canvas: number, frame: number) => void): void {
  for (let row = 0; row < height; row++) work(4 * ((y + row) * across + x), 4 * row * width);
}

/** Opens an animated PNG. @throws PictureError when it is damaged, too long or too large */
export function openApng(bytes: Uint8Array): ClipFile {
  const chunks = chunksOf(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
  const header = chunks[0]!.data;
  if (chunks[0]!.name !== 'IHDR' || header.length !== 13) throw new PictureError(DAMAGED);
  const whole = { width: header.readUInt32BE(0), height: header.readUInt32BE(4) };
  checkFrameSize(whole);
  const frames = framesOf(chunks, whole);
  const lengths = frames.map(({ milliseconds }) => secondsShown(milliseconds));
  checkClipLength(
    frames.length,
    lengths.reduce((sum, length) => sum + length, 0),
  );
  const shared = chunks.filter(({ name }) => SHARED.includes(name));

  async function* shown(): AsyncGenerator<ReadFrame> {
    const canvas = Buffer.alloc(4 * whole.width * whole.height);
    for (const frame of frames) {
      const before = frame.dispose === TO_PREVIOUS ? Buffer.from(canvas) : null;
      const pixels = await sharp(stillOf(frame, header, shared), { failOn: 'truncated', limitInputPixels: MOST_PIXELS })
        .toColourspace('srgb')
        .ensureAlpha()
        .raw({ depth: 'uchar' })
        .toBuffer()
        .catch(() => {
          throw new PictureError(DAMAGED);
        });
      eachRow(frame, whole.width, (at, from) => {
        const count = 4 * frame.width;
        if (frame.blend === OVER) for (let k = 0; k < count; k += 4) over(canvas, at + k, pixels, from + k);
        else pixels.copy(canvas, at, from, from + count);
      });
      yield { ...whole, rgba: Buffer.from(canvas) };
      if (before) before.copy(canvas);
      else if (frame.dispose === TO_BACKGROUND)
        eachRow(frame, whole.width, (at) => canvas.fill(0, at, at + 4 * frame.width));
    }
  }
  return { ...whole, lengths, frames: shown };
}
