import sharp, { type Metadata } from 'sharp';
import { checkSvg, looksLikeSvg } from './check-svg.ts';
import { FORMAT_TITLES, PICTURE_FORMATS, type PictureFormat } from './formats.ts';
import { PictureError } from '../picture-error.ts';
import { readPixels } from './read-pixels.ts';
import { statedPpi } from './resolution.ts';
import { type SizeInMm, svgSize } from './svg-size.ts';
import { tiffColour } from './tiff-colour.ts';

export const MOST_BYTES = 100 * 1000 * 1000;
export const MOST_PIXELS = 200 * 1000 * 1000;
/** Pixels that an SVG is drawn at along its longer side. */
const SVG_SIDE = 4000;
const THUMB_SIDE = 360;

/** A picture read into 8-bit sRGB, upright, one channel when it is grey and opaque, four otherwise. */
export interface NormalPicture {
  readonly format: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly pixels: Uint8Array;
  readonly thumb: Uint8Array;
  /** The resolution that the file states; null if it states none. */
  readonly ppi: number | null;
  /** The size on paper that a drawing states, in mm. */
  readonly size: SizeInMm | null;
}

const UNREADABLE = `This file is not a picture that can be read; use ${FORMAT_TITLES}.`;

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
  const format = PICTURE_FORMATS.find((f) => f.name === formatName)!;
  const ending = /\.([^.\\/]+)$/.exec(name)?.[1]?.toLowerCase();
  if (ending !== undefined && !format.endings.includes(ending)) {
    throw new PictureError(
      `The name ends in .${ending.slice(0, 12)} but the file holds ${format.title}; name it .${format.endings[0]}.`,
    );
  }
}

/** Four channels become one when every pixel is opaque and grey. */
function greyOf(rgba: Uint8Array): Uint8Array | null {
  for (let k = 0; k < rgba.length; k += 4) {
    if (rgba[k] !== rgba[k + 1] || rgba[k] !== rgba[k + 2] || rgba[k + 3] !== 255) return null;
  }
  const grey = new Uint8Array(rgba.length / 4);
  for (let k = 0; k < grey.length; k++) grey[k] = rgba[4 * k]!;
  return grey;
}

function densityFor(metadata: Metadata): number {
  const side = Math.max(metadata.width ?? 0, metadata.height ?? 0);
  return side > 0 ? Math.min(72_000, Math.max(1, (72 * SVG_SIDE) / side)) : 72;
}

/**
 * Reads an uploaded file whole: its orientation applied, its colour profile converted to sRGB.
 * Of an animation the first image is taken.
 * @throws PictureError with one plain sentence when the file cannot be used
 */
export async function normalisePicture(bytes: Uint8Array, name: string): Promise<NormalPicture> {
  if (bytes.length === 0) throw new PictureError('This file is empty.');
  if (bytes.length > MOST_BYTES) throw new PictureError('This file is larger than 100 MB; make it smaller first.', 413);
  const svg = looksLikeSvg(bytes);
  if (svg) checkSvg(bytes);
  const sized = svg ? svgSize(bytes) : { size: null, inPixels: bytes };
  const tiff = tiffColour(sized.inPixels);
  const { metadata, format } = await look(tiff.bytes);
  checkEnding(name, format.name);
  if (format.name !== 'svg' && (metadata.width ?? 0) * (metadata.pageHeight ?? metadata.height ?? 0) > MOST_PIXELS) {
    throw new PictureError('This picture has more than 200 megapixels; reduce it first.', 413);
  }
  const options = {
    failOn: 'truncated',
    limitInputPixels: MOST_PIXELS,
    ...(svg ? { density: densityFor(metadata) } : {}),
  } as const;
  try {
    const info = await readPixels({ ...tiff, metadata, options });
    const rgba = info.data;
    const grey = greyOf(rgba);
    const raw = { width: info.width, height: info.height, channels: 4 } as const;
    const thumb = await sharp(rgba, { raw, limitInputPixels: MOST_PIXELS })
      .resize(THUMB_SIDE, THUMB_SIDE, { fit: 'inside', withoutEnlargement: true })
      .png()
      .toBuffer();
    return {
      format: format.name,
      width: info.width,
      height: info.height,
      channels: grey ? 1 : 4,
      pixels: grey ?? rgba,
      thumb,
      ppi: statedPpi(bytes, metadata),
      size: sized.size,
    };
  } catch (error) {
    if (error instanceof PictureError) throw error;
    if (/exceeds pixel limit/i.test(String(error)))
      throw new PictureError('This picture has more than 200 megapixels; reduce it first.', 413);
    if (/timeout/i.test(String(error)))
      throw new PictureError('This picture takes too long to read; save it again in a simpler form.');
    throw new PictureError(`This ${format.title} file is damaged or cut short; fetch or save it again.`);
  }
}
