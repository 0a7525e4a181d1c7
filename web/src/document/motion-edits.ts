import {
  type ClipSettings,
  type Job,
  type Key,
  LINEAR,
  type MotionSettings,
  settingAt,
  settingOf,
  type Track,
  withKey,
} from '@chromatype/core';
import { type Edit, editPicture, newId } from './edits.ts';

/** Changes how long and how fast a job moves, and how its frames are taken out. */
export const setMotion =
  (part: Partial<MotionSettings>): Edit =>
  (job) => ({ ...job, motion: { ...job.motion, settings: { ...job.motion.settings, ...part } } });

const editTracks =
  (change: (tracks: readonly Track[]) => readonly Track[]): Edit =>
  (job) => ({ ...job, motion: { ...job.motion, tracks: change(job.motion.tracks) } });

/** Changes a track. */
export const editTrack = (id: string, change: (track: Track) => Track): Edit =>
  editTracks((tracks) => tracks.map((track) => (track.id === id ? change(track) : track)));

export const removeTrack = (id: string): Edit => editTracks((tracks) => tracks.filter((t) => t.id !== id));

/** A setting of a pass, and of the fill that is named. */
export type Moved = Pick<Track, 'setting' | 'pass' | 'fill'>;

export const trackOf = (job: Job, { setting, pass, fill }: Moved): Track | undefined =>
  job.motion.tracks.find((t) => t.setting === setting && t.pass === pass && t.fill === fill);

/** The value of a setting as a key holds it; null where it cannot be one. */
function keyable(value: unknown): Key['value'] | null {
  if (typeof value === 'number' || typeof value === 'boolean' || typeof value === 'string') return value;
  return Array.isArray(value) && typeof value[0] === 'string' ? value[0] : null;
}

/** Gives a setting a key at a time: with a value, or the one that it has then. Its track is made if there is none. */
export const setKey =
  (moved: Moved, at: number, value?: unknown): Edit =>
  (job) => {
    const known = trackOf(job, moved);
    const own = keyable(value ?? settingOf(job, moved));
    if (own === null || !settingAt(moved.setting)) return job;
    const { rate } = job.motion.settings;
    const near = known?.keys.find((key) => Math.abs(key.at - at) <= 0.5 / rate);
    const key: Key = { ...LINEAR, ...near, at, value: own };
    if (known) return editTrack(known.id, (t) => ({ ...t, keys: withKey(t.keys, key, rate) }))(job);
    return editTracks((tracks) => [...tracks, { ...moved, id: newId(), on: true, keys: [key] }])(job);
  };

/** Changes one key of a track; one that comes to the time of another takes its place. */
export const editKey =
  (id: string, at: number, change: Partial<Key>): Edit =>
  (job) => {
    const { rate } = job.motion.settings;
    return editTrack(id, (track) => {
      const key = track.keys.find((k) => k.at === at);
      if (!key) return track;
      const others = track.keys.filter((k) => k !== key);
      return { ...track, keys: withKey(others, { ...key, ...change }, rate) };
    })(job);
  };

/** Takes a key out; a track without keys goes. */
export const removeKey =
  (id: string, at: number): Edit =>
  (job) => {
    const track = job.motion.tracks.find((t) => t.id === id);
    if (!track) return job;
    const keys = track.keys.filter((k) => k.at !== at);
    return keys.length === 0 ? removeTrack(id)(job) : editTrack(id, (t) => ({ ...t, keys }))(job);
  };

export const setClip = (picture: string, part: Partial<ClipSettings>): Edit =>
  editPicture(picture, (p) => (p.clip ? { ...p, clip: { ...p.clip, settings: { ...p.clip.settings, ...part } } } : p));
