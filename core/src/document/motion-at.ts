import { secondsOf } from '../motion/motion.ts';
import { canMove, type Track, valueAt } from '../motion/track.ts';
import { frameAt, frameName, fileOfFrame } from '../picture/clip.ts';
import type { Picture } from '../picture/types.ts';
import { editFill, passOf } from './fills.ts';
import { type Setting, settingAt } from './registry.ts';
import { rideAlong } from './ride-along.ts';
import type { Job } from './types.ts';

/** Stations whose settings can move; the others say how a job is taken out. */
const STILL: readonly string[] = ['Plates', 'Output', 'Motion'];

/** Whether a setting can have keys: what the size of the sheet hangs on cannot. */
export const isMovable = ({ station, param, path }: Setting): boolean =>
  canMove(param) && !STILL.includes(station) && !path.startsWith('sheet.');

/** Puts a value of a setting into a job, in the fill that is named where it is not the first. */
export function withSetting(
  job: Job,
  { setting, pass, fill }: Pick<Track, 'setting' | 'pass' | 'fill'>,
  value: unknown,
): Job {
  const entry = settingAt(setting);
  if (!entry) return job;
  const { first, own } = places(job, pass, fill);
  if (!own) return job;
  if (own === first) return entry.set(job, pass, value);
  // The registry knows the first fill of a pass: the other one is put there while its setting changes.
  const alone = { ...job, passes: job.passes.map((p) => (p.id === pass ? passOf(p, own) : p)) };
  const changed = entry.set(alone, pass, value);
  const made = changed.passes.find((p) => p.id === pass)!.fills[0];
  const { on, stencil, over } = own;
  return editFill({ ...changed, passes: job.passes }, own.id, () => ({ ...made, on, stencil, over }));
}

/** The value of a setting in a job, in the fill that is named; undefined where it has none. */
export function settingOf(job: Job, { setting, pass, fill }: Pick<Track, 'setting' | 'pass' | 'fill'>): unknown {
  const { own, first } = places(job, pass, fill);
  if (!own) return undefined;
  const seen = own === first ? job : { ...job, passes: job.passes.map((p) => (p.id === pass ? passOf(p, own) : p)) };
  return settingAt(setting)?.get(seen, pass);
}

function places(job: Job, pass: string, fill: string | null) {
  const fills = job.passes.find((p) => p.id === pass)?.fills;
  return { first: fills?.[0], own: fill === null ? fills?.[0] : fills?.find((f) => f.id === fill) };
}

/** Tracks that move something: on, with keys, and of a setting that the job has. */
export const movingTracks = (job: Job): readonly Track[] =>
  job.motion.tracks.filter((track) => {
    const entry = settingAt(track.setting);
    return track.on && track.keys.length > 0 && entry && isMovable(entry) && settingOf(job, track) !== undefined;
  });

/** So much further the setting of a track is the same again; 0 if it never is. */
export function periodOf(job: Job, { setting, ...where }: Pick<Track, 'setting' | 'pass' | 'fill'>): number {
  const param = settingAt(setting)?.param;
  const period = param?.kind === 'number' ? (param.period ?? 0) : 0;
  if (typeof period === 'number') return period;
  const beside = settingOf(job, { ...where, setting: setting.replace(/[^.]+$/, period) });
  return typeof beside === 'number' ? beside : 0;
}

/** A picture as its clip shows it at a time. */
function pictureAt(picture: Picture, seconds: number): Picture {
  if (!picture.clip || !picture.hash) return picture;
  const { hash } = fileOfFrame(picture.hash);
  return { ...picture, hash: frameName(hash, frameAt(picture.clip, seconds)) };
}

/** A job as it is at a time: the still whose settings are those of the tracks, and whose clips show their frames. */
function stillAt(job: Job, seconds: number): Job {
  const moved = movingTracks(job).reduce((at, track) => {
    const { param } = settingAt(track.setting)!;
    return withSetting(at, track, valueAt(track.keys, param, seconds, periodOf(job, track)));
  }, job);
  return { ...moved, pictures: moved.pictures.map((picture) => pictureAt(picture, seconds)) };
}

/**
 * The still job that a frame of a clip is: every track at its value, every clip at its frame. All that prints stills
 * prints it, so that a frame has the bytes of the still.
 */
export const jobAtFrame = (job: Job, frame: number): Job => jobAtTime(job, secondsOf(job.motion.settings, frame));

/** The same at any time, in seconds from the beginning. */
export function jobAtTime(job: Job, seconds: number): Job {
  const still = stillAt(job, seconds);
  return job.motion.settings.grid === 'picture' ? rideAlong(stillAt(job, 0), still) : still;
}

/** Whether anything of a job moves. */
export const moves = (job: Job): boolean =>
  movingTracks(job).some(({ keys }) => keys.length > 1) || job.pictures.some(({ clip }) => clip !== null);
