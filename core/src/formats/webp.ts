import type { FileSink } from './tiff.ts';

/** A chunk of a RIFF file: its name and its data. */
interface Chunk {
  readonly name: string;
  readonly data: Uint8Array;
}

/** Chunks that hold the pixels of a still picture. */
const PIXELS = ['ALPH', 'VP8 ', 'VP8L'];
/** Flags of the extended header, and of a frame that replaces what was there (RFC 9649, 2.7.1). */
const ANIMATED = 0x02;
const ALPHA = 0x10;
const REPLACES = 0x02;

function chunksOf(file: Uint8Array): Chunk[] {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const chunks: Chunk[] = [];
  for (let at = 12; at + 8 <= file.length; ) {
    const size = view.getUint32(at + 4, true);
    chunks.push({
      name: String.fromCharCode(...file.subarray(at, at + 4)),
      data: file.subarray(at + 8, at + 8 + size),
    });
    at += 8 + size + (size & 1);
  }
  return chunks;
}

function chunkBytes({ name, data }: Chunk): Uint8Array {
  const out = new Uint8Array(8 + data.length + (data.length & 1));
  for (let k = 0; k < 4; k++) out[k] = name.charCodeAt(k);
  new DataView(out.buffer).setUint32(4, data.length, true);
  out.set(data, 8);
  return out;
}

/** Puts a whole number of three bytes, the lowest first. */
function put24(out: Uint8Array, at: number, value: number): void {
  out[at] = value & 255;
  out[at + 1] = (value >> 8) & 255;
  out[at + 2] = (value >> 16) & 255;
}

export interface AnimatedWebpOptions {
  readonly width: number;
  readonly height: number;
  readonly alpha: boolean;
  readonly loop: boolean;
  readonly sink: FileSink;
}

export interface AnimatedWebp {
  /** Adds a frame that an imaging library wrote as a still WebP. */
  frame(still: Uint8Array, milliseconds: number): void;
  end(): void;
}

/** Puts stills of one size together as an animated WebP (RFC 9649, WebP container), one after the other. */
export function createAnimatedWebp({ width, height, alpha, loop, sink }: AnimatedWebpOptions): AnimatedWebp {
  let written = 0;
  const write = (bytes: Uint8Array): void => {
    sink.write(bytes);
    written += bytes.length;
  };
  write(Uint8Array.of(0x52, 0x49, 0x46, 0x46, 0, 0, 0, 0, 0x57, 0x45, 0x42, 0x50));
  const head = new Uint8Array(10);
  head[0] = ANIMATED | (alpha ? ALPHA : 0);
  put24(head, 4, width - 1);
  put24(head, 7, height - 1);
  write(chunkBytes({ name: 'VP8X', data: head }));
  const anim = new Uint8Array(6);
  anim[4] = loop ? 0 : 1;
  write(chunkBytes({ name: 'ANIM', data: anim }));
  return {
    frame(still, milliseconds) {
      const pixels = chunksOf(still).filter(({ name }) => PIXELS.includes(name));
      const bodies = pixels.map(chunkBytes);
      const data = new Uint8Array(16 + bodies.reduce((sum, { length }) => sum + length, 0));
      put24(data, 6, width - 1);
      put24(data, 9, height - 1);
      put24(data, 12, milliseconds);
      data[15] = REPLACES;
      let at = 16;
      for (const body of bodies) {
        data.set(body, at);
        at += body.length;
      }
      write(chunkBytes({ name: 'ANMF', data }));
    },
    end() {
      const size = new Uint8Array(4);
      new DataView(size.buffer).setUint32(0, written - 8, true);
      sink.patch(4, size);
    },
  };
}
