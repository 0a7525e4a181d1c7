import { drawingsOf, flickerShare, type Job, seamJobs } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { enginePool } from '../engine/pool.ts';
import { boils } from './boils.ts';
import { asPlayed, playedFrame, useSmallClips } from './small-frames.ts';

/** Milliseconds of rest before a clip is measured. */
const REST = 700;
/** Drawings between which stillness is measured. */
const COMPARED = 8;

export interface Measured {
  /** Share of the plates' pixels by which the loop jumps where it begins again. */
  readonly seam: number;
  /** Share of pixels standing still that change from drawing to drawing; null where no screen boils. */
  readonly flicker: number | null;
}

/** Measures the seam and the flicker of a job some time after its last change; null while they are not known. */
export function useMeasures(job: Job, playing: boolean): Measured | null {
  const [measured, setMeasured] = useState<{ readonly job: Job; readonly found: Measured } | null>(null);
  const here = useSmallClips();
  // biome-ignore lint/correctness/useExhaustiveDependencies: more frames may be here
  useEffect(() => {
    if (playing || measured?.job === job) return;
    let over = false;
    const timer = setTimeout(async () => {
      const drawings = drawingsOf(job.motion.settings);
      const stills = boils(job) ? drawings.slice(0, COMPARED).map(({ frame }) => playedFrame(job, frame)?.job) : [];
      const [first, after] = seamJobs(job).map((still) => asPlayed(still)?.job);
      if (!first || !after || stills.some((still) => !still)) return;
      try {
        const { holdWithin } = job.motion.settings;
        const { seam, flicker } = await enginePool().maker.measureClip([first, after], stills as Job[], holdWithin);
        const share = boils(job) ? (job.motion.settings.hold ? 0 : flickerShare(flicker)) : null;
        if (!over) setMeasured({ job, found: { seam, flicker: share } });
      } catch {
        // A job that cannot be printed is said of where it is shown.
      }
    }, REST);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [job, playing, here]);
  return measured?.job === job ? measured.found : null;
}
