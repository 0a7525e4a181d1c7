import { sheetColours } from '../job/compose.ts';
import { sheetPixels } from '../job/defaults.ts';
import { type PlateBand, printingPasses } from '../job/print.ts';
import type { Job, Pass } from '../job/types.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { createPngWriter, type PngWriter, paletteDepth } from './png.ts';

/** What can be taken out of a job. */
export type OutputKind = 'plate' | 'sheet';

export interface OutputAsked {
  readonly kind: OutputKind;
  /** The pass, when one plate is asked for. */
  readonly pass?: string;
}

/** Writes bands of plates as one file. */
export interface BandWriter {
  band(band: PlateBand): void;
  end(): void;
}

/** The passes whose plates an output needs, in print order. */
export function passesFor(job: Job, asked: OutputAsked): readonly Pass[] {
  return asked.kind === 'sheet' ? printingPasses(job) : job.passes.filter((p) => p.id === asked.pass);
}

function invert(data: Uint8Array): Uint8Array {
  return data.map((byte) => ~byte);
}

/** Packs overprint codes of a row of plates into palette indices of `depth` bits. */
export function packCodes(plates: readonly Bitmap[], row: number, depth: number, out: Uint8Array, at: number): void {
  const width = plates[0]!.width;
  const perByte = 8 / depth;
  for (let x = 0; x < width; x++) {
    let code = 0;
    for (let k = 0; k < plates.length; k++) {
      const { data, stride } = plates[k]!;
      code |= ((data[row * stride + (x >> 3)]! >> (7 - (x & 7))) & 1) << k;
    }
    out[at + Math.floor(x / perByte)]! |= code << (8 - depth - (x % perByte) * depth);
  }
}

function plateWriter(png: PngWriter): BandWriter {
  return {
    band({ plates, rows }) {
      png.rows(invert(plates[0]!.data), plates[0]!.stride, rows);
    },
    end: () => png.end(),
  };
}

function sheetWriter(png: PngWriter, width: number, depth: number): BandWriter {
  const stride = Math.ceil((width * depth) / 8);
  return {
    band({ plates, rows }) {
      const packed = new Uint8Array(stride * rows);
      if (plates.length > 0) for (let k = 0; k < rows; k++) packCodes(plates, k, depth, packed, k * stride);
      png.rows(packed, stride, rows);
    },
    end: () => png.end(),
  };
}

/**
 * A PNG of one pass (one-bit, ink is black 0) or of the whole sheet in colour. As plates are
 * one-bit, a sheet has 2^n colours: they are stored as a palette, without loss.
 */
export function createOutput(job: Job, asked: OutputAsked, write: (bytes: Uint8Array) => void): BandWriter {
  const { width, height } = sheetPixels(job.sheet);
  const base = { width, height, ppi: job.sheet.ppi, write };
  if (asked.kind === 'plate') return plateWriter(createPngWriter(base));
  const palette = sheetColours(job.sheet, printingPasses(job));
  return sheetWriter(createPngWriter({ ...base, palette }), width, paletteDepth(palette.length / 3));
}
