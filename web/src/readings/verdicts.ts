import type { Verdict } from '@chromatype/core';

/** How a ripple looks, in words. */
export const VERDICTS: Readonly<Record<Verdict, string>> = {
  none: 'not seen',
  fine: 'fine, part of the rosette',
  coarse: 'coarse, seen close up',
  bad: 'seen as stripes',
};
