import { parseHex } from '../colour/srgb.ts';
import { composeExact, sheetColours } from '../print/compose.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { type PlateBand, printBands } from '../print/bands.ts';
import { printingPasses } from '../print/printing-passes.ts';
import type { Job, Pass } from '../document/types.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { isFlatColour, oneBit } from '../print/ink-levels.ts';
import type { PrintEnv } from '../print/env.ts';
import { planSurface } from '../print/plan-surface.ts';
import { isFlat, type Surface } from '../stock/surface.ts';
import { printsOf } from '../print/plate-values.ts';
import { isBitmap, rowBytes } from '../raster/plate.ts';
import type { OutputWork } from './output.ts';
import { createPngWriter, type PngOptions, type PngWriter, paletteDepth } from '../formats/png.ts';

/** Writes bands of plates as one file. */
export interface BandWriter {
  band(band: PlateBand): void;
  end(): void;
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

function plateWriter(png: PngWriter, grey: Uint8Array | null): BandWriter {
  return {
    band({ plates, rows }) {
      const plate = plates[0]!;
      const data = isBitmap(plate) ? invert(plate.data) : grey ? plate.data.map((v) => grey[v]!) : plate.data;
      png.rows(data, rowBytes(plate), rows);
    },
    end: () => png.end(),
  };
}

function sheetWriter(png: PngWriter, width: number, depth: number): BandWriter {
  const stride = Math.ceil((width * depth) / 8);
  return {
    band({ plates, rows }) {
      const packed = new Uint8Array(stride * rows);
      const bits = plates.filter(isBitmap);
      if (bits.length > 0) for (let k = 0; k < rows; k++) packCodes(bits, k, depth, packed, k * stride);
      png.rows(packed, stride, rows);
    },
    end: () => png.end(),
  };
}

function colourWriter(png: PngWriter, env: PrintEnv, job: Job, surface: Surface): BandWriter {
  const { width } = sheetPixels(job.sheet);
  const passes = printingPasses(job);
  return {
    band({ y, plates, rows }) {
      const rgba = composeExact(
        env.kernels,
        job.sheet,
        passes,
        plates,
        { x: 0, y, width, height: rows, step: 1 },
        surface,
      );
      const rgb = new Uint8Array(width * rows * 3);
      for (let k = 0; k < width * rows; k++) {
        rgb[3 * k] = rgba[4 * k]!;
        rgb[3 * k + 1] = rgba[4 * k + 1]!;
        rgb[3 * k + 2] = rgba[4 * k + 2]!;
      }
      png.rows(rgb, width * 3, rows);
    },
    end: () => png.end(),
  };
}

/** A share of an ink's colour on white, in sRGB. */
function mixedHex(ink: string, share: number): string {
  const mixed = parseHex(ink)!.map((v) => Math.round(255 - share * (255 - v)));
  return `#${mixed.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
}

/** A plate of levels in greys, of a palette in its colours, or of artwork as it is. */
function levelPlate(base: Omit<PngOptions, 'kind'>, pass: Pass): BandWriter {
  const { values, palette: coloured, artwork } = printsOf(pass);
  if (artwork) return plateWriter(createPngWriter({ ...base, kind: 'rgba' }), null);
  if (coloured) {
    const colours = values.map((v) => ('colour' in v ? v.colour : mixedHex(pass.ink.colour, v.ink)));
    // Each plate value has a byte of its own, however few the colours are; unused entries stay black.
    const palette = new Uint8Array(3 * Math.max(17, colours.length));
    palette.set(colours.flatMap((hex) => parseHex(hex)!));
    return plateWriter(createPngWriter({ ...base, kind: 'palette', palette }), null);
  }
  const grey = Uint8Array.from(values, (v) => 255 - Math.round('ink' in v ? 255 * v.ink : 0));
  return plateWriter(createPngWriter({ ...base, kind: 'grey' }), grey);
}

/** Plates whose overprints a PNG's palette can hold. */
const MOST_IN_PALETTE = 8;

type Write = (bytes: Uint8Array) => void;

const baseOf = ({ sheet }: Job, write: Write) => ({ ...sheetPixels(sheet), ppi: sheet.ppi, write });

/** A PNG of one pass: one bit with ink black 0, greys of levels, or the colours of a palette. */
export function platePngWriter(job: Job, pass: Pass, write: Write): BandWriter {
  const base = baseOf(job, write);
  return oneBit(pass) ? plateWriter(createPngWriter({ ...base, kind: 'bits' }), null) : levelPlate(base, pass);
}

/**
 * A PNG of the whole sheet in colour. A sheet of n one-bit plates has 2^n colours: up to eight plates they are stored as a
 * palette, without loss.
 */
export function sheetPngWriter(env: PrintEnv, job: Job, passes: readonly Pass[], write: Write): BandWriter {
  const base = baseOf(job, write);
  const surface = planSurface(env, job);
  if (passes.length > MOST_IN_PALETTE || !passes.every(isFlatColour) || !isFlat(surface))
    return colourWriter(createPngWriter({ ...base, kind: 'rgb' }), env, job, surface);
  const palette = sheetColours(job.sheet, passes);
  return sheetWriter(
    createPngWriter({ ...base, kind: 'palette', palette }),
    base.width,
    paletteDepth(palette.length / 3),
  );
}

/** Writes the bands of some passes one after the other. */
export function writeBands({ env, job, passes, progress }: OutputWork, writer: BandWriter): void {
  const { height } = sheetPixels(job.sheet);
  for (const band of printBands(env, job, passes)) {
    writer.band(band);
    progress?.((band.y + band.rows) / height);
  }
  writer.end();
}
