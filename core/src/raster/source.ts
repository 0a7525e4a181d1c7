import type { Area } from './area.ts';

/**
 * Pixels of an imported picture, 8-bit sRGB, read a few rows at a time.
 * One channel is grey; four are R, G, B and alpha (not premultiplied).
 */
export interface PictureSource {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  /** Rows y .. y + count − 1 in full width, channels interleaved. */
  read(y: number, count: number): Uint8Array;
  /** Just the pixels of an area, every step-th row of it; left out where whole rows cost no more. */
  readonly part?: (area: Area) => Uint8Array;
}

/** A source over bytes that are already in memory. */
export function memorySource(width: number, height: number, channels: 1 | 4, bytes: Uint8Array): PictureSource {
  const stride = width * channels;
  return { width, height, channels, read: (y, count) => bytes.subarray(y * stride, (y + count) * stride) };
}
