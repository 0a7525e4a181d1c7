import { createPass } from '../document/defaults.ts';
import { withFill } from '../document/fills.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import type { Ink } from '../ink/types.ts';
import { newPart, newStencil } from '../stencil/stencil.ts';
import { edgedStencil, type NewId, subjectPart, withPassBeneath } from './subject-of.ts';

export interface ShadowAsked {
  readonly pass: Pass;
  readonly fill: Fill;
  /** How far the shadow falls to the right and downwards, in mm. */
  readonly right: number;
  readonly down: number;
  /** Width in mm over which its edge fades. */
  readonly softness: number;
  /** How dark it is, 0..1: its dots are so large. */
  readonly dark: number;
  readonly ink: Ink;
  readonly newId: NewId;
}

/** Degrees between the screen of a shadow and that of the pass that casts it, so that their dots do not ripple. */
const TURNED = 30;

/**
 * Lays a drop shadow beneath a pass: a tint of its own ink through dots, in the subject's stencil, moved and faded, which
 * leaves the subject free.
 * @throws FinishingError when there is nothing that casts a shadow, or no more passes may print
 */
export function addShadow(job: Job, asked: ShadowAsked): Job {
  const { pass, fill, right, down, softness, dark, ink, newId } = asked;
  const subject = subjectPart(fill, newId);
  const [softId, stencilId, passId] = [newId(), newId(), newId()];
  const soft = edgedStencil(softId, `${pass.name}, faded`, subject, { feather: softness });
  const shadow = newStencil(stencilId, `Shadow of ${pass.name}`, [
    newPart(newId(), 'stencil', { stencil: softId, right, down }),
    { ...newPart(newId(), subject.kind, subject.settings), does: 'cut' },
  ]);
  const made = createPass(passId, job.passes.length, null);
  const own = made.fills[0];
  const tinted = withFill(made, {
    stencil: stencilId,
    feed: { ...own.feed, part: 'tint', tint: dark },
    screen: {
      ...own.screen,
      frequency: fill.screen.frequency,
      angle: (fill.screen.angle + TURNED) % 90,
      dots: fill.screen.dots,
    },
  });
  return withPassBeneath(job, pass, { ...tinted, name: `Shadow of ${pass.name}`, ink }, [soft, shadow]);
}
