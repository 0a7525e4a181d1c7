import { isCoverage } from '../picture/feed-params.ts';
import type { Fill, Job, Pass } from './types.ts';

/** The fill of a pass that stands for all of it where only one can be shown: its first. */
export const fillOf = (pass: Pick<Pass, 'fills'>): Fill => pass.fills[0];

/** The fills of a pass that print, the undermost first. */
export const printingFills = (pass: Pick<Pass, 'fills'>): readonly Fill[] => pass.fills.filter((f) => f.on);

/**
 * A pass that is one fill of it alone, over the whole sheet: for what is shown or measured of one chain. One that shades or
 * scrapes others lays its own ink here.
 */
export const passOf = (pass: Pass, fill: Fill): Pass => ({
  ...pass,
  fills: [{ ...fill, on: true, stencil: null, over: 'replaces' }],
});

/** A pass with a change to its first fill. */
export const withFill = (pass: Pass, change: Partial<Fill>): Pass => {
  const [first, ...others] = pass.fills;
  return { ...pass, fills: [{ ...first, ...change }, ...others] };
};

/** A job with a change to the fill of that id, wherever it is. */
export const editFill = (job: Job, id: string, change: (fill: Fill) => Fill): Job => ({
  ...job,
  passes: job.passes.map((pass) => {
    if (!pass.fills.some((f) => f.id === id)) return pass;
    const [first, ...others] = pass.fills.map((f) => (f.id === id ? change(f) : f));
    return { ...pass, fills: [first!, ...others] };
  }),
});

/** The tone of a fill as it is meant: what is coverage already goes in even steps. */
export const meantTone = ({ tone, feed }: Pick<Fill, 'tone' | 'feed'>): Fill['tone'] =>
  isCoverage(feed.part) ? { ...tone, meaning: 'even' } : tone;
