import { createPass } from '../document/defaults.ts';
import { withFill } from '../document/fills.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import type { Ink } from '../ink/types.ts';
import { newPart, newStencil } from '../stencil/stencil.ts';
import { edgedStencil, type NewId, subjectPart, withPassBeneath } from './subject-of.ts';

export interface OutlineAsked {
  readonly pass: Pass;
  readonly fill: Fill;
  /** Width of the outline in mm. */
  readonly width: number;
  readonly ink: Ink;
  readonly newId: NewId;
}

/**
 * Lays an outline of a width in mm around what a fill shows: a solid of its own ink beneath the pass, in a stencil that is
 * grown by the width and leaves the subject free.
 * @throws FinishingError when there is nothing to go round, or no more passes may print
 */
export function addOutline(job: Job, { pass, fill, width, ink, newId }: OutlineAsked): Job {
  const subject = subjectPart(fill, newId);
  const [grownId, stencilId, passId] = [newId(), newId(), newId()];
  const grown = edgedStencil(grownId, `${pass.name}, grown`, subject, { grow: width });
  const outline = newStencil(stencilId, `Outline of ${pass.name}`, [
    newPart(newId(), 'stencil', { stencil: grownId }),
    { ...newPart(newId(), subject.kind, subject.settings), does: 'cut' },
  ]);
  const made = createPass(passId, job.passes.length, null);
  const own = made.fills[0];
  const solid = withFill(made, {
    stencil: stencilId,
    feed: { ...own.feed, part: 'tint', tint: 1 },
    screen: { ...own.screen, angle: fill.screen.angle, frequency: fill.screen.frequency },
  });
  return withPassBeneath(job, pass, { ...solid, name: `Outline of ${pass.name}`, ink }, [grown, outline]);
}
