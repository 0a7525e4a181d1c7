import { fillOf, type Job, lightKey, type Pass, picturesOf, plateKey, wholeFill } from '@chromatype/core';
import { useEffect, useMemo, useState } from 'react';
import { coverageOf, knownCoverage } from '../engine/coverage.ts';
import { usePictures } from '../engine/pictures.ts';

/** Milliseconds of rest before a plate is counted. */
const COVERAGE_AFTER = 400;

/** Share of the sheet that a pass inks, measured on its plate. */
export function useCoverage(job: Job, pass: Pass): number | null {
  const [share, setShare] = useState<number | null>(null);
  const ids = picturesOf(job, [pass]);
  const hashes = job.pictures.flatMap((p) => (p.hash && ids.has(p.id) ? [p.hash] : []));
  const ready = usePictures((s) => hashes.every((hash) => s.byHash[hash]?.state === 'ready'));
  const key = useMemo(() => plateKey(job, pass), [job, pass]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what a plate depends on
  useEffect(() => {
    if (!ready) return;
    const known = knownCoverage(key);
    if (known !== null) return setShare(known);
    let stopped = false;
    let leave = (): void => {};
    const timer = setTimeout(async () => {
      const asked = coverageOf(job, pass);
      leave = asked.leave;
      const measured = await asked.share.catch((error: unknown) => {
        console.error(error);
        return null;
      });
      if (measured !== null && !stopped) setShare(measured);
    }, COVERAGE_AFTER);
    return () => {
      stopped = true;
      clearTimeout(timer);
      leave();
    };
  }, [key, ready]);
  return wholeFill(pass) && lightKey(job, pass) === 'white' && fillOf(pass).tone.paint.length === 0 ? 0 : share;
}
