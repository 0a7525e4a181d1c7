import { MOST_PASSES } from '../document/limits.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import type { Ink } from '../ink/types.ts';
import { FinishingError, type NewId } from './subject-of.ts';

export interface ImpressionAsked {
  readonly pass: Pass;
  /** How far the second impression lies to the right and further down, in mm. */
  readonly right: number;
  readonly down: number;
  readonly ink: Ink;
  readonly newId: NewId;
}

/** Prints the plate of a pass once more, beneath it, in an ink of its own and so many mm beside. @throws FinishingError */
export function addImpression(job: Job, { pass, right, down, ink, newId }: ImpressionAsked): Job {
  if (job.passes.filter((p) => p.on).length >= MOST_PASSES)
    throw new FinishingError(`At most ${MOST_PASSES} passes print; hide one first.`);
  const at = job.passes.findIndex((p) => p.id === pass.id);
  const fills = pass.fills.map((fill): Fill => ({ ...fill, id: newId() })) as unknown as Pass['fills'];
  const made: Pass = {
    ...pass,
    id: newId(),
    name: `${pass.name}, second impression`,
    fills,
    ink,
    impression: { right: pass.impression.right + right, down: pass.impression.down + down },
  };
  return { ...job, passes: job.passes.toSpliced(at, 0, made) };
}
