import type { Fill, Job, Pass } from '../document/types.ts';
import { MOST_PASSES } from '../document/limits.ts';
import { newPart, newStencil, type Stencil, type StencilPart } from '../stencil/stencil.ts';

/** Makes ids that the job does not use yet. */
export type NewId = () => string;

/** Something that cannot be done to a job, in one sentence. */
export class FinishingError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FinishingError';
  }
}

/** The part of a stencil that covers what a fill shows: its stencil, or where its picture is opaque. @throws FinishingError */
export function subjectPart(fill: Fill, newId: NewId): StencilPart {
  const { feed } = fill;
  if (fill.stencil !== null) return newPart(newId(), 'stencil', { stencil: fill.stencil });
  if (feed.picture === null || feed.from === 'print' || feed.part === 'tint')
    throw new FinishingError('There is nothing to go round: give the fill a stencil, or a picture that is cut out.');
  const { picture, fit, x, y, width, turn } = feed;
  return newPart(newId(), 'alpha', { picture, fit, x, y, width, turn });
}

/** A stencil that is made of one part, with its edge worked on. */
export const edgedStencil = (
  id: string,
  name: string,
  part: StencilPart,
  edges: Partial<Stencil['edges']>,
): Stencil => {
  const made = newStencil(id, name, [part]);
  return { ...made, edges: { ...made.edges, ...edges } };
};

/** A job with a pass before another one. @throws FinishingError when no more passes may print */
export function withPassBeneath(job: Job, pass: Pass, made: Pass, stencils: readonly Stencil[]): Job {
  if (job.passes.filter((p) => p.on).length >= MOST_PASSES)
    throw new FinishingError(`At most ${MOST_PASSES} passes print; hide one first.`);
  const at = job.passes.findIndex((p) => p.id === pass.id);
  return {
    ...job,
    stencils: [...job.stencils, ...stencils],
    passes: job.passes.toSpliced(at, 0, made),
  };
}
