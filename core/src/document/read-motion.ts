import { EASE_NAMES } from '../motion/ease.ts';
import type { Motion } from '../motion/motion.ts';
import { MOST_SECONDS, MOTION_PARAMS } from '../motion/motion-params.ts';
import type { Key, KeyValue, Track } from '../motion/track.ts';
import { normalsOf, STRAIGHT } from '../settings/params.ts';
import { check, JobError } from './check.ts';
import { type Held, readCurve, readHeldId, readSettings } from './read-settings.ts';
import { type Section, section } from './section.ts';

/** Tracks of a job, and keys of a track, at most. */
export const MOST_TRACKS = 200;
export const MOST_KEYS = 600;

/** A job that does not move yet. */
export const NO_MOTION: Motion = { settings: normalsOf(MOTION_PARAMS), tracks: [] };

function readValue(value: unknown, field: string): KeyValue {
  if ((typeof value === 'number' && Number.isFinite(value)) || typeof value === 'boolean') return value;
  if (typeof value === 'string') return check.text(value, field, 200);
  throw new JobError(field, `"${field}" must be a number, a name, or true or false.`);
}

function readKey(value: unknown, field: string): Key {
  const k = check.object(value, field);
  check.only(k, field, ['at', 'value', 'ease', 'curve']);
  return {
    at: check.number(k.at, `${field}.at`, { min: 0, max: MOST_SECONDS }),
    value: readValue(k.value, `${field}.value`),
    ease: k.ease === undefined ? 'linear' : check.oneOf(k.ease, `${field}.ease`, EASE_NAMES),
    curve: k.curve === undefined ? STRAIGHT : readCurve(k.curve, `${field}.curve`, false),
  };
}

function readTrack(value: unknown, field: string, held: Held): Track {
  const t = check.object(value, field);
  check.only(t, field, ['id', 'setting', 'pass', 'fill', 'on', 'keys']);
  const keys = check.list(t.keys, `${field}.keys`, MOST_KEYS).map((key, k) => readKey(key, `${field}.keys[${k}]`));
  keys.forEach((key, k) => {
    const before = keys[k - 1];
    if (before && key.at <= before.at)
      throw new JobError(`${field}.keys[${k}].at`, `"${field}.keys" must stand in the order of their times.`);
  });
  const pass = readHeldId(t.pass, `${field}.pass`, held.passes, 'pass');
  if (pass === null) throw new JobError(`${field}.pass`, `"${field}.pass" must name a pass.`);
  return {
    id: check.text(t.id, `${field}.id`, 64),
    setting: check.text(t.setting, `${field}.setting`, 100),
    pass,
    fill: t.fill == null ? null : check.text(t.fill, `${field}.fill`, 64),
    on: t.on === undefined ? true : check.flag(t.on, `${field}.on`),
    keys,
  };
}

/** How the job moves. */
export const motionSection: Section<Motion> = section('motion', NO_MOTION, (value, field, held) => {
  const m = check.object(value, field);
  check.only(m, field, ['settings', 'tracks']);
  return {
    settings: readSettings(m.settings ?? {}, `${field}.settings`, MOTION_PARAMS),
    tracks: check
      .list(m.tracks ?? [], `${field}.tracks`, MOST_TRACKS)
      .map((track, k) => readTrack(track, `${field}.tracks[${k}]`, held)),
  };
});
