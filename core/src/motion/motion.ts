import { framesOfDrawing, MOST_FRAMES, type MotionSettings } from './motion-params.ts';
import type { Track } from './track.ts';

/** How a job moves. */
export interface Motion {
  readonly settings: MotionSettings;
  readonly tracks: readonly Track[];
}

/** Frames of a clip: at least one. */
export const frameCount = ({ seconds, rate }: MotionSettings): number =>
  Math.max(1, Math.min(MOST_FRAMES, Math.round(seconds * rate)));

/** Seconds at which the drawing of a frame is taken. On twos the second frame of a drawing shows what the first did. */
export function secondsOf({ rate, drawings }: MotionSettings, frame: number): number {
  const each = framesOfDrawing(drawings);
  return (Math.floor(frame / each) * each) / rate;
}

/** A drawing of a clip: the first frame that shows it, and how many do. */
export interface Drawing {
  readonly frame: number;
  readonly frames: number;
}

/** The drawings of a clip in their order. */
export function drawingsOf(settings: MotionSettings): Drawing[] {
  const each = framesOfDrawing(settings.drawings);
  const count = frameCount(settings);
  return Array.from({ length: Math.ceil(count / each) }, (_, k) => ({
    frame: k * each,
    frames: Math.min(each, count - k * each),
  }));
}

/**
 * Whole ticks that drawings last in a file that counts time in ticks, so many a second. They add up to the length of the
 * clip to half a tick, as each drawing ends at the tick nearest to its true end.
 */
export function ticksOf(settings: MotionSettings, ticks: number): number[] {
  const end = (frame: number) => Math.round((frame * ticks) / settings.rate);
  return drawingsOf(settings).map(({ frame, frames }) => end(frame + frames) - end(frame));
}
