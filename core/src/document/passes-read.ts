import { printingFills } from './fills.ts';
import type { Bend } from '../bend/bends.ts';
import type { Fill, Job, Pass } from './types.ts';

type Held = Pick<Job, 'passes'>;
type OfFill = Pick<Fill, 'feed'>;

/** Whether a fill takes the print so far as its picture; a tint needs no picture. */
export const takesPrint = ({ feed }: OfFill): boolean => feed.from === 'print' && feed.part !== 'tint';

/** How many passes of a job lie in the print so far that a fill of a pass takes; 0 if the pass is not of the job. */
export function beneathOf({ passes }: Held, pass: Pick<Pass, 'id'>, { feed }: OfFill): number {
  const own = Math.max(
    0,
    passes.findIndex((p) => p.id === pass.id),
  );
  const last = feed.upTo === null ? -1 : passes.findIndex((p) => p.id === feed.upTo);
  return last < 0 ? own : Math.min(own, last + 1);
}

/** A job of which only the first passes print. Those above stay, since inks of one separation belong together. */
export const upToPass = (job: Job, count: number): Job => ({
  ...job,
  passes: job.passes.map((p, k) => (k < count || !p.on ? p : { ...p, on: false })),
});

/** Passes above a pass that knock out what lies beneath them. */
export function knockoutsOver({ passes }: Held, pass: Pick<Pass, 'id'>): readonly Pass[] {
  const at = passes.findIndex((p) => p.id === pass.id);
  return at < 0 ? [] : passes.slice(at + 1).filter((p) => p.on && p.ink.meets === 'knockout');
}

/** The passes whose prints a pass takes as a picture. */
export const printsTaken = (job: Held, pass: Pass): readonly Pass[] => {
  const counts = printingFills(pass)
    .filter(takesPrint)
    .map((fill) => beneathOf(job, pass, fill));
  return job.passes.slice(0, Math.max(0, ...counts)).filter((p) => p.on);
};

/** Says that a fill takes its own pass as its picture, or one above it; null if none does. */
export function takesItself({ passes }: Held): string | null {
  for (const [k, pass] of passes.entries()) {
    for (const fill of pass.fills) {
      if (fill.feed.from !== 'print' || fill.feed.upTo === null) continue;
      const last = passes.findIndex((p) => p.id === fill.feed.upTo);
      if (last === k) return `${pass.name} takes itself as its picture; choose a pass beneath it.`;
      if (last > k) return `${pass.name} takes ${passes[last]!.name}, which prints after it; choose a pass beneath it.`;
    }
  }
  return null;
}

/** The pass whose print moves a bend; null where none does or the job has no such pass. */
export function pushingPass({ passes }: Held, { on, settings }: Bend): Pass | null {
  if (!on || settings.source !== 'pass') return null;
  return passes.find((p) => p.id === settings.pass) ?? null;
}

/** The passes whose prints move bends of a pass. */
export const passesPushing = (job: Held, pass: Pass): readonly Pass[] =>
  printingFills(pass).flatMap(({ bend }) => bend.flatMap((own) => pushingPass(job, own) ?? []));
