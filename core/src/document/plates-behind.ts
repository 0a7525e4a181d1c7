import { printingFills } from './fills.ts';
import { knockoutsOver, passesPushing, printsTaken } from './passes-read.ts';
import { passesOnBase } from './separations.ts';
import { passesSeenBy } from './stencil-ring.ts';
import type { Job, Pass } from './types.ts';

/**
 * A pass and all passes whose plates take part in its own: inks over a base, the print so far, passes that knock it out
 * or push it, and those that its stencils look at.
 */
export function platesBehind(job: Pick<Job, 'passes' | 'stencils'>, pass: Pass): readonly Pass[] {
  const found = new Map<string, Pass>([[pass.id, pass]]);
  const open = [pass];
  while (open.length > 0) {
    const next = open.pop()!;
    const read = [
      ...printingFills(next).flatMap((fill) => passesOnBase(job, fill)),
      ...printsTaken(job, next),
      ...knockoutsOver(job, next),
      ...passesPushing(job, next),
      ...passesSeenBy(job, next),
    ];
    for (const other of read) {
      if (found.has(other.id)) continue;
      found.set(other.id, other);
      open.push(other);
    }
  }
  return [...found.values()];
}
