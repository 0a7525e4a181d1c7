import { create } from 'zustand';

/** A key that is chosen: its track and its time. */
export interface ChosenKey {
  readonly track: string;
  readonly at: number;
}

export interface MotionView {
  /** The frame in sight, counted from 0. */
  readonly frame: number;
  readonly playing: boolean;
  /** First and last frame that are played; null for all. */
  readonly range: readonly [number, number] | null;
  /** Whether the neighbours of a frame are seen through it. */
  readonly onion: boolean;
  readonly chosen: ChosenKey | null;
  /** Drawings that are printed already, of all. */
  readonly ready: number;
  readonly drawings: number;
  /** New drawings that were shown in the last second. */
  readonly shown: number;
}

const START: MotionView = {
  frame: 0,
  playing: false,
  range: null,
  onion: false,
  chosen: null,
  ready: 0,
  drawings: 0,
  shown: 0,
};

/** What the Motion view shows; it is not part of the job. */
export const useMotion = create<MotionView>(() => START);

export const setMotionView = (part: Partial<MotionView>): void => useMotion.setState(part);
export const leaveMotion = (): void => useMotion.setState(START);

/** Goes to a frame; playing ends. */
export const goToFrame = (frame: number, frames: number): void =>
  useMotion.setState({ frame: Math.max(0, Math.min(frames - 1, Math.round(frame))), playing: false });

export const togglePlay = (): void => useMotion.setState(({ playing }) => ({ playing: !playing }));

/** The frames that are played, first and last. */
export function playedRange({ range }: Pick<MotionView, 'range'>, frames: number): readonly [number, number] {
  if (!range) return [0, frames - 1];
  const first = Math.max(0, Math.min(range[0], frames - 1));
  return [first, Math.max(first, Math.min(range[1], frames - 1))];
}
