/** Where frames stand in a strip that is so many pixels wide: the middle of frame k, and back. */
export interface StripScale {
  readonly width: number;
  readonly frames: number;
}

export const placeOfFrame = ({ width, frames }: StripScale, frame: number): number => ((frame + 0.5) * width) / frames;

export const frameAtPlace = ({ width, frames }: StripScale, x: number): number =>
  Math.max(0, Math.min(frames - 1, Math.floor((x * frames) / width)));

/** Frames that are shown in a strip, evenly spread, each in room for itself; every one where there is room. */
export function framesShown({ width, frames }: StripScale, each: number): number[] {
  const count = Math.max(1, Math.min(frames, Math.floor(width / each)));
  return Array.from({ length: count }, (_, k) => Math.floor(((k + 0.5) * frames) / count));
}
