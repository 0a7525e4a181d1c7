import { editedSource, NO_EDIT, type PictureSource, type PixelRegion } from '@chromatype/core';
import { openFileSource, type StoredPicture } from '../render/file-source.ts';

export interface ScanAsked {
  readonly scan: StoredPicture;
  /** Null for all of it. */
  readonly region: PixelRegion | null;
}

/** A region of a source, by the crop that pictures of jobs have. */
function partOf(source: PictureSource, { x, y, width, height }: PixelRegion): PictureSource {
  const { width: w, height: h } = source;
  const crop = { left: x / w, top: y / h, right: (x + width) / w, bottom: (y + height) / h };
  return editedSource(source, { ...NO_EDIT, crop });
}

/** Opens the asked part of a stored scan. */
export function openScan({ scan, region }: ScanAsked): { source: PictureSource; close(): void } {
  const whole = openFileSource(scan);
  return { source: region ? partOf(whole, region) : whole, close: () => whole.close() };
}
