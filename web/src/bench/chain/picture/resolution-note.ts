import { effectivePpi, type Fill, type Job, pictureOf, screenLpi, screenTraits, shownSize } from '@chromatype/core';

/** Resolution that a screen can use, as multiples of its frequency (common practice, no source). */
const ENOUGH = 1.5;
const AMPLE = 2;

export interface ResolutionNote {
  readonly text: string;
  /** The same in a few words, where it is too little. */
  readonly brief: string;
  /** It is too little. */
  readonly short: boolean;
}

/** What the picture's resolution means for the chosen frequency; null for pictures that have none of their own. */
export function resolutionNote(job: Job, fill: Fill): ResolutionNote | null {
  const picture = pictureOf(job, fill.feed);
  if (!picture || picture.made) return null;
  const ppi = effectivePpi(job.sheet, fill.feed, shownSize(picture));
  const brief = (of: string) => `${Math.round(ppi)} ppi, too few for ${of}`;
  if (!screenTraits(fill.screen, job.sheet.ppi).lattice) {
    const share = ppi / job.sheet.ppi;
    const text = `On the sheet it has ${Math.round(ppi)} pixels an inch; grain shows detail up to the sheet's ${Math.round(job.sheet.ppi)}.`;
    return { text, brief: brief(`${Math.round(job.sheet.ppi)} ppi`), short: share < 0.5 };
  }
  const lpi = screenLpi(job.sheet, fill.screen);
  const times = ppi / lpi;
  const text = `On the sheet it has ${Math.round(ppi)} pixels an inch, ${times.toFixed(1)} × the screen's ${Math.round(lpi)} lpi.`;
  if (times < ENOUGH) {
    return {
      text: `${text} That is short: it should be ${ENOUGH} to ${AMPLE} ×, or dots show steps. Use a larger picture, a smaller size or at most ${Math.floor(ppi / ENOUGH)} lpi.`,
      brief: brief(`${Math.round(lpi)} lpi`),
      short: true,
    };
  }
  return { text, brief: '', short: false };
}
