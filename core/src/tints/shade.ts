import { createFill } from '../document/defaults.ts';
import { fillOf } from '../document/fills.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { newPart, newStencil, type StencilPart } from '../stencil/stencil.ts';

/** What strokes of a brush do to the fills under them. */
export type ShadeWay = 'darkens' | 'lightens' | 'scrapes';

/** Strokes that are painted over tints. */
export interface PaintedShade {
  readonly does: ShadeWay;
  /** How much darker or lighter, 0..1; of scraping, how much of the ink its screen takes. */
  readonly amount: number;
  /** Ids of the passes whose dots change. */
  readonly passes: readonly string[];
  /** Id of the stencil outside which nothing changes; null for the whole sheet. */
  readonly within: string | null;
  /** Screen of scraped strokes; null scrapes plainly. */
  readonly screened: Fill['screen'] | null;
  readonly name: string;
  readonly newId: () => string;
}

/** Parts of a stencil that strokes of a brush make, held inside another stencil. */
const partsOf = ({ within, newId }: PaintedShade): StencilPart[] => [
  newPart(newId(), 'brush'),
  ...(within === null ? [] : [{ ...newPart(newId(), 'stencil', { stencil: within }), does: 'keep' as const }]),
];

function shadeFill(pass: Pass, stencil: string, { does, amount, screened, newId }: PaintedShade): Fill {
  const made = createFill(newId(), null);
  const plain = does === 'scrapes' && screened === null;
  return {
    ...made,
    over: does,
    stencil,
    screen: screened ?? fillOf(pass).screen,
    feed: { ...made.feed, part: 'tint', run: 'flat', tint: plain ? 1 : amount },
  };
}

/**
 * Adds an empty stencil of brush strokes to a job and a fill of it to each of the passes, over their other fills. The
 * strokes change the size of the dots of all these inks alike. Returns the job and the stencil's id.
 */
export function addShade(job: Job, shade: PaintedShade): { readonly job: Job; readonly stencil: string } {
  const id = shade.newId();
  const stencil = newStencil(id, shade.name, partsOf(shade));
  const passes = job.passes.map((pass) =>
    shade.passes.includes(pass.id)
      ? { ...pass, fills: [...pass.fills, shadeFill(pass, id, shade)] as unknown as Pass['fills'] }
      : pass,
  );
  return { job: { ...job, stencils: [...job.stencils, stencil], passes }, stencil: id };
}
