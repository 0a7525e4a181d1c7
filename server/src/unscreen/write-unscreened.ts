import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  editedSource,
  type Kernels,
  NO_EDIT,
  type PictureSource,
  type PixelRegion,
  ScanError,
  unscreen,
} from '@chromatype/core';
import sharp from 'sharp';
import { openFileSource, type StoredPicture } from '../render/file-source.ts';

export interface UnscreenAsked {
  readonly scan: StoredPicture;
  /** Null for all of it. */
  readonly region: PixelRegion | null;
  /** Of the scan, where it is known: for the sentence of an error. */
  readonly ppi: number | null;
  /** The PNG that is written. */
  readonly file: string;
}

/** How it went: nothing, or why not in one sentence. */
export interface Unscreening {
  readonly refused: string | null;
}

/** Rows that are made at a time. */
const ROWS = 64;
/** Share of the work that is the preparation. */
const PREPARED = 0.6;

/** A region of a source, by the crop that pictures of jobs have. */
function partOf(source: PictureSource, { x, y, width, height }: PixelRegion): PictureSource {
  const { width: w, height: h } = source;
  const crop = { left: x / w, top: y / h, right: (x + width) / w, bottom: (y + height) / h };
  return editedSource(source, { ...NO_EDIT, crop });
}

/** Takes the screen out of a stored scan and writes the picture as a PNG. Memory follows the size of its grid of cells. */
export async function writeUnscreened(
  kernels: Kernels,
  { scan, region, ppi, file }: UnscreenAsked,
  report: (share: number) => void,
): Promise<Unscreening> {
  const whole = openFileSource(scan);
  try {
    const source = region ? partOf(whole, region) : whole;
    const making = unscreen(kernels, source, ppi ?? undefined);
    let step = making.next();
    while (!step.done) {
      report(PREPARED * step.value);
      step = making.next();
    }
    const { width, height, rows } = step.value;
    function* pieces(): Generator<Uint8Array> {
      for (let y = 0; y < height; y += ROWS) {
        yield rows(y, Math.min(ROWS, height - y));
        report(PREPARED + (1 - PREPARED) * (y / height));
      }
    }
    const png = sharp({ raw: { width, height, channels: 3 }, limitInputPixels: false }).png({ compressionLevel: 2 });
    const writing = png.toFile(file);
    await pipeline(Readable.from(pieces(), { objectMode: true }), png);
    await writing;
    return { refused: null };
  } catch (error) {
    if (error instanceof ScanError) return { refused: error.message };
    throw error;
  } finally {
    whole.close();
  }
}
