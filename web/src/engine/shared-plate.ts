import { isArtwork, isBitmap, type Plate } from '@chromatype/core';

/** A whole plate in memory that every worker shares. */
export interface SharedPlate {
  readonly width: number;
  readonly height: number;
  /** Values of a pixel's byte; 0 for a one-bit plate, and ARTWORK for four bytes of colour and alpha. */
  readonly levels: number;
  readonly buffer: SharedArrayBuffer;
}

/** Stands for the values of artwork. */
const ARTWORK = -1;

/** What stands for the values of a plate in shared memory. */
export const levelsOf = (plate: Plate): number => (isBitmap(plate) ? 0 : isArtwork(plate) ? ARTWORK : plate.levels);

export function plateOfShared({ width, height, levels, buffer }: SharedPlate): Plate {
  const data = new Uint8Array(buffer);
  if (levels === ARTWORK) return { width, height, channels: 4, data };
  return levels === 0 ? { width, height, stride: (width + 7) >> 3, data } : { width, height, levels, data };
}
