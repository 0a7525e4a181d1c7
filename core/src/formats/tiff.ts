import { createG4Encoder } from './g4.ts';

/** Where a file goes: piece by piece, and a few bytes that are known only at the end. */
export interface FileSink {
  write(bytes: Uint8Array): void;
  /** Overwrites bytes that were written before. */
  patch(at: number, bytes: Uint8Array): void;
}

export interface TiffOptions {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
  /** Name of the page, as a shop's tools show it. */
  readonly name: string;
  readonly sink: FileSink;
}

export interface TiffWriter {
  /** Adds packed rows, `stride` bytes each, 1 = ink. */
  rows(data: Uint8Array, stride: number, count: number): void;
  end(): void;
}

/** Rows that are packed together: a reader may unpack one such strip alone. */
const STRIP_ROWS = 512;

/** Field types (TIFF 6.0, section 2). */
const ASCII = 2;
const SHORT = 3;
const LONG = 4;
const RATIONAL = 5;

interface Field {
  readonly tag: number;
  readonly type: number;
  readonly values: readonly number[];
}

function bytesOf({ type, values }: Field): Uint8Array {
  if (type === ASCII) return Uint8Array.from(values);
  const size = type === SHORT ? 2 : 4;
  const view = new DataView(new ArrayBuffer(size * values.length));
  values.forEach((v, k) => {
    if (type === SHORT) view.setUint16(2 * k, v, true);
    else view.setUint32(4 * k, v, true);
  });
  return new Uint8Array(view.buffer);
}

const countOf = ({ type, values }: Field): number => (type === RATIONAL ? values.length / 2 : values.length);

/** The directory of the file's one picture: it lies at `at`, its longer values after it. */
function directory(fields: readonly Field[], at: number): Uint8Array {
  const sorted = [...fields].sort((a, b) => a.tag - b.tag);
  const head = 2 + 12 * sorted.length + 4;
  const bodies = sorted.map(bytesOf);
  const padded = (n: number) => n + (n & 1);
  const extra = bodies.reduce((sum, body) => sum + (body.length > 4 ? padded(body.length) : 0), 0);
  const out = new Uint8Array(head + extra);
  const view = new DataView(out.buffer);
  view.setUint16(0, sorted.length, true);
  let free = head;
  sorted.forEach((field, k) => {
    const entry = 2 + 12 * k;
    view.setUint16(entry, field.tag, true);
    view.setUint16(entry + 2, field.type, true);
    view.setUint32(entry + 4, countOf(field), true);
    const body = bodies[k]!;
    if (body.length <= 4) out.set(body, entry + 8);
    else {
      view.setUint32(entry + 8, at + free, true);
      out.set(body, free);
      free += padded(body.length);
    }
  });
  return out;
}

const latin = (text: string): number[] => [...[...text].map((c) => (c.charCodeAt(0) < 127 ? c.charCodeAt(0) : 63)), 0];

/** Writes a one-bit TIFF (TIFF 6.0), packed by ITU-T T.6, black is ink; memory follows the width. */
export function createTiffWriter({ width, height, ppi, name, sink }: TiffOptions): TiffWriter {
  const encoder = createG4Encoder(width);
  const offsets: number[] = [];
  const sizes: number[] = [];
  let at = 0;
  let pending = 0;
  const write = (bytes: Uint8Array): void => {
    sink.write(bytes);
    at += bytes.length;
  };
  // Little-endian, and room for where the directory will be.
  write(Uint8Array.of(0x49, 0x49, 42, 0, 0, 0, 0, 0));

  function endStrip(): void {
    if (pending === 0) return;
    const strip = encoder.end();
    offsets.push(at);
    sizes.push(strip.length);
    write(strip);
    pending = 0;
  }

  return {
    rows(data, stride, count) {
      for (let k = 0; k < count; k++) {
        encoder.row(data, k * stride);
        if (++pending === STRIP_ROWS) endStrip();
      }
    },
    end() {
      endStrip();
      if (at & 1) write(Uint8Array.of(0));
      const perInch = [Math.round(ppi * 1000), 1000];
      const fields: Field[] = [
        { tag: 256, type: LONG, values: [width] },
        { tag: 257, type: LONG, values: [height] },
        { tag: 258, type: SHORT, values: [1] },
        { tag: 259, type: SHORT, values: [4] },
        // White is zero.
        { tag: 262, type: SHORT, values: [0] },
        { tag: 269, type: ASCII, values: latin(name) },
        { tag: 273, type: LONG, values: offsets },
        { tag: 277, type: SHORT, values: [1] },
        { tag: 278, type: LONG, values: [STRIP_ROWS] },
        { tag: 279, type: LONG, values: sizes },
        { tag: 282, type: RATIONAL, values: perInch },
        { tag: 283, type: RATIONAL, values: perInch },
        { tag: 296, type: SHORT, values: [2] },
      ];
      const place = at;
      write(directory(fields, place));
      const where = new Uint8Array(4);
      new DataView(where.buffer).setUint32(0, place, true);
      sink.patch(4, where);
    },
  };
}
