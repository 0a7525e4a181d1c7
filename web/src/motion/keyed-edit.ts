import { isMovable, type Job, jobAtTime, type Pass, SETTINGS, settingOf, withSetting } from '@chromatype/core';
import type { Edit } from '../document/edits.ts';
import { type Moved, setKey } from '../document/motion-edits.ts';

const same = (a: unknown, b: unknown): boolean => Object.is(a, b) || JSON.stringify(a) === JSON.stringify(b);

/** A job as its controls show it at a time: its numbers as they are then, its screens where they are at rest. */
export const shownAtTime = (job: Job, seconds: number): Job =>
  jobAtTime({ ...job, motion: { ...job.motion, settings: { ...job.motion.settings, grid: 'sheet' } } }, seconds);

/**
 * Takes a change while a job moves: what it does to numbers that have keys becomes a key at that time, and the rest is
 * changed as ever.
 */
export function keyedEdit(change: Edit, job: Job, seconds: number): Job {
  const next = change(job);
  if (next === job || next.motion !== job.motion) return next;
  const still = shownAtTime(job, seconds);
  const seen = change(still);
  let made = next;
  for (const track of job.motion.tracks) {
    if (!track.on) continue;
    const [before, after] = [settingOf(still, track), settingOf(seen, track)];
    const rest = settingOf(job, track);
    // What the change wrote over at rest is put back: there its keys say what it is.
    if (rest !== undefined && !same(settingOf(made, track), rest)) made = withSetting(made, track, rest);
    if (after !== undefined && !same(before, after)) made = setKey(track, seconds, after)(made);
  }
  return made;
}

/** The setting of a fill that a change changes; null if it is none that can move. */
export function settingChangedBy(change: Edit, job: Job, pass: Pass, fill: string): Moved | null {
  const after = change(job);
  const where = { pass: pass.id, fill: fill === pass.fills[0].id ? null : fill };
  const seen = (state: Job, setting: string) => settingOf(state, { ...where, setting });
  const found = SETTINGS.find((entry) => isMovable(entry) && !same(seen(job, entry.path), seen(after, entry.path)));
  return found ? { ...where, setting: found.path } : null;
}
