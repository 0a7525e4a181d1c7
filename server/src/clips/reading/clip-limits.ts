import { levelSize, MOST_CLIP_FRAMES, MOST_CLIP_SECONDS } from '@chromatype/core';
import { PictureError } from '../../pictures/picture-error.ts';

/** Pixels of a frame at most: 4K, whichever way it lies. */
const MOST_FRAME_PIXELS = 4096 * 2304;
/** Longest side of small copies, and bytes of all of them together at most. */
const SMALL_SIDE = 640;
const SMALL_BYTES = 400e6;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A length of time as it is told. */
function spoken(seconds: number): string {
  if (seconds < 120) return `${Math.round(10 * seconds) / 10} seconds`;
  const minutes = Math.round(seconds / 60);
  return minutes < 120 ? `${minutes} minutes` : `${Math.round(minutes / 6) / 10} hours`;
}

/** @throws PictureError when a clip is longer than what is taken */
export function checkClipLength(frames: number, seconds: number): void {
  if (seconds > MOST_CLIP_SECONDS + 1e-6)
    throw new PictureError(
      `This clip lasts ${spoken(seconds)}; at most ${MOST_CLIP_SECONDS} seconds are taken. Cut it shorter first.`,
      413,
    );
  if (frames > MOST_CLIP_FRAMES)
    throw new PictureError(
      `This clip has ${frames} frames; at most ${MOST_CLIP_FRAMES} are taken. Cut it shorter or save it with fewer frames a second.`,
      413,
    );
}

/** @throws PictureError when frames are larger than what is taken */
export function checkFrameSize({ width, height }: Size): void {
  if (width * height > MOST_FRAME_PIXELS || Math.max(width, height) > 8192)
    throw new PictureError(
      `The frames of this clip have ${width} × ${height} pixels; at most 4096 × 2304 are taken. Make it smaller first.`,
      413,
    );
}

/** The level at which small copies of so many frames are kept: 2^level times smaller than the frames. */
export function smallLevel(size: Size, frames: number): number {
  for (let level = 0; ; level++) {
    const { width, height } = levelSize(size, level);
    if (Math.max(width, height) <= SMALL_SIDE && 4 * width * height * frames <= SMALL_BYTES) return level;
  }
}
