import sharp, { type Metadata } from 'sharp';
import { PictureError } from '../picture-error.ts';
import { FORMAT_TITLES, PICTURE_FORMATS, type PictureFormat } from './formats.ts';
import { MOST_BYTES, MOST_PIXELS } from './limits.ts';
import type { FileToRead } from './read-pixels.ts';
import type { SizeInMm } from './svg/svg-size.ts';
import { mayBeSvg, svgText } from './svg/svg-text.ts';
import { NoSvg, vetSvg } from './svg/vet-svg.ts';
import { tiffColour } from './tiff-colour.ts';

/**
 * Pixels that an SVG is drawn at along its longer side. The library draws in squares of 2000 pixels and makes every filter
 * anew in each of them: a drawing with filters stays within one square, with some room for rounding.
 */
const SVG_SIDE = 4000;
const FILTERED_SIDE = 1960;

const UNREADABLE = `This file is not a picture that can be read; use ${FORMAT_TITLES}.`;

/** A file that says it is a picture, with how its pixels are to be read. */
export interface OpenedPicture extends FileToRead {
  readonly format: PictureFormat;
  readonly size: SizeInMm | null;
}

async function look(bytes: Uint8Array): Promise<{ metadata: Metadata; format: PictureFormat }> {
  let metadata: Metadata;
  try {
    metadata = await sharp(bytes, { limitInputPixels: false }).metadata();
  } catch {
    throw new PictureError(UNREADABLE);
  }
  const format = PICTURE_FORMATS.find((f) => f.name === metadata.format);
  if (!format || (format.name === 'heif' && metadata.compression !== 'av1')) throw new PictureError(UNREADABLE);
  return { metadata, format };
}

/** @throws PictureError when a file's name says another format than it holds; no ending says nothing */
export function checkEnding(name: string, formatName: string): void {
  const format = PICTURE_FORMATS.find((f) => f.name === formatName);
  if (!format) return;
  const ending = /\.([^.\\/]+)$/.exec(name)?.[1]?.toLowerCase();
  if (ending !== undefined && !format.endings.includes(ending)) {
    throw new PictureError(
      `The name ends in .${ending.slice(0, 12)} but the file holds ${format.title}; name it .${format.endings[0]}.`,
    );
  }
}

/** The density at which the longer side of a drawing has so many pixels. */
function densityFor(metadata: Metadata, pixels: number): number {
  const side = Math.max(metadata.width ?? 0, metadata.height ?? 0);
  return side > 0 ? Math.min(72_000, Math.max(1, (72 * pixels) / side)) : 72;
}

/** A drawing, vetted: only what the vetting wrote is ever drawn. @throws PictureError */
function vetted(bytes: Uint8Array): { drawing: Buffer; size: SizeInMm | null; side: number } {
  try {
    const { document, size, filtered } = vetSvg(svgText(bytes));
    return { drawing: Buffer.from(document), size, side: filtered ? FILTERED_SIDE : SVG_SIDE };
  } catch (error) {
    throw error instanceof NoSvg ? new PictureError(UNREADABLE) : error;
  }
}

/**
 * Finds out what a file is and how it is to be read, before any pixel of it. A drawing is drawn at
 * `svgShare` of its usual size.
 * @throws PictureError when it is no picture, too large, or named wrongly
 */
export async function openPicture(bytes: Uint8Array, name: string, svgShare = 1): Promise<OpenedPicture> {
  if (bytes.length === 0) throw new PictureError('This file is empty.');
  if (bytes.length > MOST_BYTES) throw new PictureError('This file is larger than 100 MB; make it smaller first.', 413);
  const svg = mayBeSvg(bytes);
  const { drawing, size, side } = svg ? vetted(bytes) : { drawing: bytes, size: null, side: 0 };
  const tiff = tiffColour(drawing);
  const { metadata, format } = await look(tiff.bytes);
  checkEnding(name, format.name);
  if (!svg && (metadata.width ?? 0) * (metadata.pageHeight ?? metadata.height ?? 0) > MOST_PIXELS) {
    throw new PictureError('This picture has more than 200 megapixels; reduce it first.', 413);
  }
  const options = {
    failOn: 'truncated',
    limitInputPixels: MOST_PIXELS,
    ...(svg ? { density: densityFor(metadata, side * svgShare) } : {}),
  } as const;
  return { ...tiff, metadata, format, options, size };
}
