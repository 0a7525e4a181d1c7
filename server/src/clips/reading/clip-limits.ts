import { clipLengthFault, frameSizeFault, levelSize } from '@chromatype/core';
import { PictureError } from '../../pictures/picture-error.ts';

/** Longest side of small copies, and bytes of all of them together at most. */
const SMALL_SIDE = 640;
const SMALL_BYTES = 400e6;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The status of a refusal of what is too large (RFC 9110, 15.5.14). */
const TOO_LARGE = 413;

/** @throws PictureError when a clip is longer than what is taken */
export function checkClipLength(frames: number, seconds: number): void {
  const fault = clipLengthFault(frames, seconds);
  if (fault) throw new PictureError(fault, TOO_LARGE);
}

/** @throws PictureError when frames are larger than what is taken */
export function checkFrameSize(size: Size): void {
  const fault = frameSizeFault(size);
  if (fault) throw new PictureError(fault, TOO_LARGE);
}

/** The level at which small copies of so many frames are kept: 2^level times smaller than the frames. */
export function smallLevel(size: Size, frames: number): number {
  for (let level = 0; ; level++) {
    const { width, height } = levelSize(size, level);
    if (Math.max(width, height) <= SMALL_SIDE && 4 * width * height * frames <= SMALL_BYTES) return level;
  }
}
