import type { Size } from '../raster/sheet.ts';
import { MOST_CLIP_FRAMES, MOST_CLIP_SECONDS } from './clip.ts';

/** Pixels of a frame at most: 4K, whichever way it lies; and of one side of it. */
const MOST_FRAME_PIXELS = 4096 * 2304;
const MOST_FRAME_SIDE = 8192;

/** A length of time as it is told. */
function spoken(seconds: number): string {
  if (seconds < 120) return `${Math.round(10 * seconds) / 10} seconds`;
  const minutes = Math.round(seconds / 60);
  return minutes < 120 ? `${minutes} minutes` : `${Math.round(minutes / 6) / 10} hours`;
}

/** Says in one sentence why a clip is too long to be taken in; null if it is not. */
export function clipLengthFault(frames: number, seconds: number): string | null {
  if (seconds > MOST_CLIP_SECONDS + 1e-6)
    return `This clip lasts ${spoken(seconds)}; at most ${MOST_CLIP_SECONDS} seconds are taken. Cut it shorter first.`;
  if (frames > MOST_CLIP_FRAMES)
    return `This clip has ${frames} frames; at most ${MOST_CLIP_FRAMES} are taken. Cut it shorter or save it with fewer frames a second.`;
  return null;
}

/** Says in one sentence why the frames of a clip are too large; null if they are not. */
export const frameSizeFault = ({ width, height }: Size): string | null =>
  width * height > MOST_FRAME_PIXELS || Math.max(width, height) > MOST_FRAME_SIDE
    ? `The frames of this clip have ${width} × ${height} pixels; at most 4096 × 2304 are taken. Make it smaller first.`
    : null;
