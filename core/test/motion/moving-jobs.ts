import {
  fillOf,
  frameName,
  type Job,
  type Key,
  LINEAR,
  memorySource,
  type Motion,
  type PictureLookup,
  type PictureSource,
  type Track,
} from '../../src/index.ts';
import { type PassChange, pixelJob } from '../jobs.ts';

/** A key at a time, with an even way to the next one. */
export const key = (at: number, value: Key['value'], way: Partial<Key> = {}): Key => ({ ...LINEAR, at, value, ...way });

/** A track of the first pass. */
export const track = (setting: string, keys: readonly Key[], change: Partial<Track> = {}): Track => ({
  id: setting,
  setting,
  pass: 'p',
  fill: null,
  on: true,
  keys,
  ...change,
});

/** A job with tracks and settings of motion of its own. */
export const moving = (job: Job, tracks: readonly Track[], settings: Partial<Motion['settings']> = {}): Job => ({
  ...job,
  motion: { settings: { ...job.motion.settings, ...settings }, tracks },
});

/** A job of so many pixels at 300 ppi whose picture is a clip of frames that last as long as each other. */
export function clipJob(width: number, height: number, frames: number, seconds: number, change: PassChange = {}): Job {
  const job = pixelJob(width, height, { width, height }, change);
  const ends = Array.from({ length: frames }, (_, k) => ((k + 1) * seconds) / frames);
  const settings = { from: 0, to: 0, speed: 1, after: 'loop' };
  return {
    ...job,
    pictures: job.pictures.map((p) => ({ ...p, clip: { ends, settings } })),
    motion: { ...job.motion, settings: { ...job.motion.settings, seconds, rate: frames / seconds } },
  };
}

const HASH = 'a'.repeat(64);

/** Finds the frames of a clip by their names; frames are grey, from a function of their pixels. */
export function clipFrames(
  width: number,
  height: number,
  frames: number,
  value: (frame: number, x: number, y: number) => number,
): PictureLookup {
  const made = new Map<string, PictureSource>();
  for (let n = 0; n < frames; n++) {
    const bytes = new Uint8Array(width * height);
    for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) bytes[y * width + x] = Math.round(value(n, x, y));
    made.set(frameName(HASH, n), memorySource(width, height, 1, bytes));
  }
  return (name) => made.get(name) ?? null;
}

/** A disc that goes across a grey sheet from left to right. */
export const rollingDisc =
  (width: number, frames: number) =>
  (frame: number, x: number, y: number): number => {
    const cx = (width * (frame + 0.5)) / frames;
    return Math.hypot(x - cx, y - width / 3) < width / 6 ? 40 : 150 + (60 * x) / width;
  };

/** The screen of the first pass. */
export const screenOfJob = (job: Job) => fillOf(job.passes[0]!).screen;
