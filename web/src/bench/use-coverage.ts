import { type Job, lightKey, type Pass, pictureOf, plateKey } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { measureCoverage } from '../engine/coverage.ts';
import { usePictures } from '../engine/pictures.ts';

/** Milliseconds of rest before a plate is counted. */
const COVERAGE_AFTER = 400;

/** Share of the sheet that a pass inks, measured on its plate. */
export function useCoverage(job: Job, pass: Pass): number | null {
  const [share, setShare] = useState<number | null>(null);
  const hash = pictureOf(job, pass.feed)?.hash;
  const ready = usePictures((s) => (hash ? s.byHash[hash]?.state === 'ready' : true));
  const key = plateKey(job, pass);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what a plate depends on
  useEffect(() => {
    if (!ready) return;
    let stopped = false;
    const timer = setTimeout(async () => {
      const measured = await measureCoverage(job, pass, () => stopped);
      if (measured !== null && !stopped) setShare(measured);
    }, COVERAGE_AFTER);
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, [key, ready]);
  return lightKey(job, pass) === 'white' && pass.tone.paint.length === 0 ? 0 : share;
}
