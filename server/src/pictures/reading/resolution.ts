import { MM_PER_INCH, pixelsPerMetre } from '@chromatype/core';
import type { Metadata } from 'sharp';
import { pngChunks } from './png-chunks.ts';
import { TIFF_TAG, tiffTags } from './tiff-tags.ts';

/** Pixels per inch of pictures that do not state their own. */
export const DEFAULT_PPI = 300;

/** Resolution of TIFF tags, of a file or of its EXIF block: the unit is inches (2, the default) or centimetres (3). */
function ofTags(bytes: Uint8Array | undefined): number | null {
  const tags = bytes && tiffTags(bytes);
  const value = tags?.first(TIFF_TAG.xResolution);
  if (!tags || !value || !Number.isFinite(value)) return null;
  const unit = tags.first(TIFF_TAG.resolutionUnit) ?? 2;
  return unit === 2 ? value : unit === 3 ? (value * MM_PER_INCH) / 10 : null;
}

/** Resolution of the JFIF header of a JPEG file (ITU-T T.871): dots per inch (1) or centimetre (2), or none stated (0). */
function ofJfif(bytes: Uint8Array): number | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 2; at + 16 <= view.byteLength && view.getUint8(at) === 0xff; at += 2 + view.getUint16(at + 2)) {
    if (view.getUint8(at + 1) !== 0xe0 || view.getUint32(at + 4) !== 0x4a464946) continue;
    const unit = view.getUint8(at + 11);
    const across = view.getUint16(at + 12);
    if (across === 0) return null;
    return unit === 1 ? across : unit === 2 ? (across * MM_PER_INCH) / 10 : null;
  }
  return null;
}

/**
 * Resolution of the `pHYs` chunk of a PNG file: whole pixels per metre (1), or only the shape of pixels (0). Where a whole
 * number of pixels an inch was rounded to it, that number is meant.
 */
function ofPhys(bytes: Uint8Array): number | null {
  const phys = pngChunks(bytes).get('pHYs');
  if (!phys || phys.byteLength < 9 || phys.getUint8(8) !== 1 || phys.getUint32(0) === 0) return null;
  const perMetre = phys.getUint32(0);
  const ppi = (perMetre * MM_PER_INCH) / 1000;
  return pixelsPerMetre(Math.round(ppi)) === perMetre ? Math.round(ppi) : ppi;
}

/** The EXIF block as TIFF, without the name that stands before it in some files. */
function exifOf({ exif }: Metadata): Uint8Array | undefined {
  if (!exif) return undefined;
  return exif.subarray(0, 6).toString('latin1') === 'Exif\0\0' ? exif.subarray(6) : exif;
}

/** Less is no resolution of a picture: some libraries write 1 pixel a mm where they know none. */
const LEAST_PPI = 30;

/**
 * The resolution that a file states, in pixels per inch; null when it states none. What libraries fill in for it (72 ppi,
 * or numbers without a unit) does not count.
 */
export function statedPpi(bytes: Uint8Array, metadata: Metadata): number | null {
  const own = metadata.format === 'jpeg' ? ofJfif(bytes) : metadata.format === 'png' ? ofPhys(bytes) : null;
  if (metadata.format === 'svg') return null;
  const stated = own ?? ofTags(metadata.format === 'tiff' ? bytes : exifOf(metadata));
  return stated !== null && stated >= LEAST_PPI ? stated : null;
}
