import { shownSize } from '../picture/edit.ts';
import { placementInMm } from '../picture/placement.ts';
import type { Feed } from '../picture/types.ts';
import { type Move, movedPart } from '../stencil/moved-part.ts';
import { scaledHand } from '../stones/edits.ts';
import type { Fill, Job } from './types.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

/** A feed whose picture is larger and moved, as a stencil is. */
function movedFeed(job: Job, feed: Feed, { scale, x, y }: Move): Feed {
  const picture = job.pictures.find((p) => p.id === feed.picture);
  if (!picture || feed.from === 'print') return feed;
  const at = feed.fit === 'own' ? feed : placementInMm(job.sheet, feed, shownSize(picture));
  return { ...feed, fit: 'own', x: tidy(at.x * scale + x), y: tidy(at.y * scale + y), width: tidy(at.width * scale) };
}

/**
 * Makes the design of some fills larger or smaller, and moves it: their stencils, their pictures, and what the hand placed in
 * them. Stones keep their sizes. Other fills that print in the same stencils go with them.
 */
export function resizedDesign(job: Job, fills: readonly string[], move: Move): Job {
  const all = job.passes.flatMap((p) => p.fills).filter((f) => fills.includes(f.id));
  const stencils = new Set(all.map((f) => f.stencil));
  const { width, height } = job.sheet;
  const share = (v: number, whole: number, by: number) => Math.min(2, Math.max(-1, v * move.scale + by / whole));
  const resized = (fill: Fill): Fill =>
    fills.includes(fill.id)
      ? {
          ...fill,
          feed: movedFeed(job, fill.feed, move),
          screen: {
            ...fill.screen,
            centreX: share(fill.screen.centreX, width, move.x),
            centreY: share(fill.screen.centreY, height, move.y),
            stones: scaledHand(fill.screen.stones, move.scale, move.x, move.y),
          },
        }
      : fill;
  return {
    ...job,
    stencils: job.stencils.map((s) =>
      stencils.has(s.id) ? { ...s, parts: s.parts.map((part) => movedPart(part, move)) } : s,
    ),
    passes: job.passes.map((pass) => {
      if (!pass.fills.some((f) => fills.includes(f.id))) return pass;
      const [first, ...others] = pass.fills.map(resized);
      return { ...pass, fills: [first!, ...others] };
    }),
  };
}
