import { Deflate } from 'pako';
import { chunk, PNG_SIGNATURE, pixelsPerMetre } from './png.ts';

/** Largest piece of compressed pixels in one chunk. */
const PIECE = 65536;
/** Colour types (PNG, Third Edition, 11.2.1). */
const RGB = 2;
const RGBA = 6;

export interface ApngOptions {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
  readonly channels: 3 | 4;
  readonly frames: number;
  readonly loop: boolean;
  write(bytes: Uint8Array): void;
}

/** How long a frame is shown: `parts` of `whole` to a second. */
export interface FrameTime {
  readonly parts: number;
  readonly whole: number;
}

export interface ApngWriter {
  /** Adds the pixels of a whole frame, row after row. */
  frame(bytes: Uint8Array, time: FrameTime): void;
  end(): void;
}

function numbers(bytes: number, put: (view: DataView) => void): Uint8Array {
  const out = new Uint8Array(bytes);
  put(new DataView(out.buffer));
  return out;
}

/** Rows with the filter byte of each; no filter suits flat colours best. */
function filtered(bytes: Uint8Array, stride: number, rows: number): Uint8Array {
  const out = new Uint8Array((stride + 1) * rows);
  for (let k = 0; k < rows; k++) out.set(bytes.subarray(k * stride, (k + 1) * stride), k * (stride + 1) + 1);
  return out;
}

/** Writes an animated PNG frame by frame (PNG, Third Edition, W3C 2025: acTL, fcTL and fdAT), every frame whole. */
export function createApngWriter(options: ApngOptions): ApngWriter {
  const { width, height, channels, write } = options;
  let sequence = 0;
  let count = 0;
  write(PNG_SIGNATURE);
  write(
    chunk(
      'IHDR',
      numbers(13, (view) => {
        view.setUint32(0, width);
        view.setUint32(4, height);
        view.setUint8(8, 8);
        view.setUint8(9, channels === 4 ? RGBA : RGB);
      }),
    ),
  );
  write(
    chunk(
      'acTL',
      numbers(8, (view) => {
        view.setUint32(0, options.frames);
        view.setUint32(4, options.loop ? 0 : 1);
      }),
    ),
  );
  write(chunk('sRGB', Uint8Array.of(0)));
  write(
    chunk(
      'pHYs',
      numbers(9, (view) => {
        view.setUint32(0, pixelsPerMetre(options.ppi));
        view.setUint32(4, pixelsPerMetre(options.ppi));
        view.setUint8(8, 1);
      }),
    ),
  );

  /** The first frame is the still picture too; later ones count their pieces. */
  const pixels = (piece: Uint8Array): void => {
    if (count === 0) {
      write(chunk('IDAT', piece));
      return;
    }
    const data = new Uint8Array(4 + piece.length);
    new DataView(data.buffer).setUint32(0, sequence++);
    data.set(piece, 4);
    write(chunk('fdAT', data));
  };

  return {
    frame(bytes, { parts, whole }) {
      write(
        chunk(
          'fcTL',
          numbers(26, (view) => {
            view.setUint32(0, sequence++);
            view.setUint32(4, width);
            view.setUint32(8, height);
            view.setUint16(20, parts);
            view.setUint16(22, whole);
          }),
        ),
      );
      const zlib = new Deflate({ level: 6, chunkSize: PIECE });
      zlib.onData = (data) => pixels(data as Uint8Array);
      zlib.onEnd = () => {};
      zlib.push(filtered(bytes, channels * width, height), true);
      count++;
    },
    end() {
      write(chunk('IEND', new Uint8Array(0)));
    },
  };
}
