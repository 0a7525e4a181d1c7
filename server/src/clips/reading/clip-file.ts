/** A frame of a file that was read: RGBA rows, or as it is encoded. */
export interface ReadFrame {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8Array;
}

/** A clip that was opened: what is known of it, and its frames in their order. */
export interface ClipFile {
  readonly width: number;
  readonly height: number;
  /** How long each frame is shown, in seconds. */
  readonly lengths: readonly number[];
  frames(): AsyncIterable<ReadFrame> | Iterable<ReadFrame>;
}

/** Frames of less than this are shown by browsers for a tenth of a second (common practice, no source). */
const TOO_SHORT = 0.011;
const INSTEAD = 0.1;

/** Seconds that a frame of an animation is shown, from the milliseconds that its file states. */
export const secondsShown = (milliseconds: number): number =>
  milliseconds / 1000 < TOO_SHORT ? INSTEAD : milliseconds / 1000;

/** When each frame ends, in seconds, from how long each is shown. */
export function endsOf(lengths: readonly number[]): number[] {
  let sum = 0;
  return lengths.map((length) => {
    sum += length;
    return Number(sum.toFixed(6));
  });
}
