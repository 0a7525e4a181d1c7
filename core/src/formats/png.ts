import { Deflate, deflate } from 'pako';
import { MM_PER_INCH } from '../math/units.ts';

/** Largest IDAT chunk. */
const CHUNK = 65536;

/** `sRGB`, the name of a profile in a file. */
const PROFILE_NAME = [0x73, 0x52, 0x47, 0x42];

export const PNG_SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);

const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (let k = 0; k < bytes.length; k++) c = CRC_TABLE[(c ^ bytes[k]!) & 255]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

/** A chunk of a PNG file: length, type, data and checksum. */
export function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(12 + data.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  for (let k = 0; k < 4; k++) out[4 + k] = type.charCodeAt(k);
  out.set(data, 8);
  view.setUint32(8 + data.length, crc32(out.subarray(4, 8 + data.length)));
  return out;
}

export interface PngOptions {
  readonly width: number;
  readonly height: number;
  /** Sheet resolution, written as pHYs. */
  readonly ppi: number;
  /** One-bit grey with black 0, 8-bit grey, 8-bit RGB, RGB with alpha, or indices into a palette. */
  readonly kind: 'bits' | 'grey' | 'rgb' | 'rgba' | 'palette';
  /** Colours, three bytes each, at most 256. */
  readonly palette?: Uint8Array;
  /** ICC profile of the colours; without one they are sRGB. */
  readonly profile?: Uint8Array;
  /** Receives the file, piece by piece. */
  write(bytes: Uint8Array): void;
}

export interface PngWriter {
  /**
   * Adds packed rows, `stride` bytes each.
   */
  rows(data: Uint8Array, stride: number, count: number): void;
  end(): void;
}

/** Bits an index into so many colours takes: 1, 2, 4 or 8. */
export function paletteDepth(colours: number): 1 | 2 | 4 | 8 {
  if (colours <= 2) return 1;
  if (colours <= 4) return 2;
  return colours <= 16 ? 4 : 8;
}

/** Pixels per metre of a resolution, as pHYs wants them. */
export const pixelsPerMetre = (ppi: number): number => Math.round(ppi / (MM_PER_INCH / 1000));

/**
 * Writes a PNG as its rows come (PNG, Third Edition, W3C 2025), so that memory does not grow with
 * the height of the sheet. Compression is pako's on every machine: the same rows, the same file.
 */
export function createPngWriter(options: PngOptions): PngWriter {
  const { width, height, kind, palette, write } = options;
  const header = new Uint8Array(13);
  const view = new DataView(header.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  header[8] = kind === 'bits' ? 1 : palette ? paletteDepth(palette.length / 3) : 8;
  header[9] = { bits: 0, grey: 0, rgb: 2, rgba: 6, palette: 3 }[kind];
  const phys = new Uint8Array(9);
  const perMetre = pixelsPerMetre(options.ppi);
  new DataView(phys.buffer).setUint32(0, perMetre);
  new DataView(phys.buffer).setUint32(4, perMetre);
  phys[8] = 1;

  write(PNG_SIGNATURE);
  write(chunk('IHDR', header));
  if (options.profile) write(chunk('iCCP', Uint8Array.of(...PROFILE_NAME, 0, 0, ...deflate(options.profile))));
  else if (kind !== 'bits') write(chunk('sRGB', Uint8Array.of(0)));
  write(chunk('pHYs', phys));
  if (palette) write(chunk('PLTE', palette));

  const zlib = new Deflate({ level: 6, chunkSize: CHUNK });
  zlib.onData = (data) => write(chunk('IDAT', data as Uint8Array));
  zlib.onEnd = () => {};
  return {
    rows(data, stride, count) {
      const filtered = new Uint8Array((stride + 1) * count);
      for (let k = 0; k < count; k++) filtered.set(data.subarray(k * stride, (k + 1) * stride), k * (stride + 1) + 1);
      zlib.push(filtered, false);
    },
    end() {
      zlib.push(new Uint8Array(0), true);
      write(chunk('IEND', new Uint8Array(0)));
    },
  };
}
