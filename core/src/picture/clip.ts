import { amount, choiceOf, type Params, type SettingsOf } from '../settings/params.ts';

/** Frames and seconds of a clip that comes in, at most. */
export const MOST_CLIP_FRAMES = 1800;
export const MOST_CLIP_SECONDS = 60;

/** How a clip is played. */
export const CLIP_PARAMS = {
  from: amount('Begins at', 'The clip is played from here, in seconds of its own.', 0, 0, 60, 0.1, 's'),
  to: amount('Ends at', 'The clip is played up to here; 0 plays it to its end.', 0, 0, 60, 0.1, 's'),
  speed: amount('Speed', 'How fast it is played: 2 is twice as fast.', 1, 0.05, 20, 0.05, '×'),
  after: choiceOf('After its end', 'What is shown when the clip is over and the sheet goes on.', [
    { name: 'loop', label: 'Again', about: 'The clip begins again.' },
    { name: 'bounce', label: 'There and back', about: 'The clip is played backwards, and forwards again.' },
    { name: 'stay', label: 'Stays', about: 'The last frame stays.' },
  ]),
} as const satisfies Params;

export type ClipSettings = SettingsOf<typeof CLIP_PARAMS>;

/** A picture that is a clip: when each of its frames ends, in seconds, and how it is played. */
export interface Clip {
  /** Rising; the last one is the length of the clip. */
  readonly ends: readonly number[];
  readonly settings: ClipSettings;
}

/** Seconds of a clip that are played: where they begin, and how many. An end before the beginning plays to the last frame. */
export function playedPart({ ends, settings }: Clip): { readonly from: number; readonly seconds: number } {
  const whole = ends.at(-1) ?? 0;
  const from = Math.min(settings.from, ends.at(-2) ?? 0);
  const to = settings.to > from ? Math.min(settings.to, whole) : whole;
  return { from, seconds: to - from };
}

/** How long a clip takes on the sheet, once, in seconds. */
export const lengthOfClip = (clip: Clip): number => playedPart(clip).seconds / clip.settings.speed;

/** Times that lie this close before the end of a frame belong to the next one: thirds of a second do not add up. */
const CLOSE = 1e-6;

/** The frame that a clip shows so many seconds after the sheet's own beginning. */
export function frameAt(clip: Clip, seconds: number): number {
  const { from, seconds: length } = playedPart(clip);
  const gone = Math.max(0, seconds) * clip.settings.speed + CLOSE;
  let at = gone;
  if (gone >= length) {
    const turns = Math.floor(gone / length);
    const rest = gone - turns * length;
    if (clip.settings.after === 'stay') at = length - 2 * CLOSE;
    else at = clip.settings.after === 'bounce' && turns % 2 === 1 ? Math.max(0, length - rest - 2 * CLOSE) : rest;
  }
  const found = clip.ends.findIndex((end) => end > from + at);
  return found < 0 ? clip.ends.length - 1 : found;
}

/** The name under which the pixels of a frame are found: the first by the hash of the clip's file, others with their number. */
export const frameName = (hash: string, frame: number): string => (frame === 0 ? hash : `${hash}.${frame}`);

/** The hash of the file that a picture's pixels come from, and which frame of it they are. */
export function fileOfFrame(name: string): { readonly hash: string; readonly frame: number } {
  const [hash, frame] = name.split('.');
  return { hash: hash!, frame: Number(frame ?? 0) };
}

/** What names pixels: 64 hexadecimal digits, and the number of a frame. */
export const PIXELS_NAME = /^[0-9a-f]{64}(\.[1-9][0-9]{0,3})?$/;
