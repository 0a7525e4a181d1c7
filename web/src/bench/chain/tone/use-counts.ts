import { type Fill, type Job, type Pass, lightKey, pictureOf } from '@chromatype/core';
import { useEffect, useRef, useState } from 'react';
import { useOpenJob } from '../../../document/store.ts';
import { latestOnly } from '../../../engine/latest.ts';
import { canBeSeen, usePictures } from '../../../engine/pictures.ts';
import { sheetSettled } from '../../../preview/sheet-first.ts';
import { enginePool } from '../../../engine/pool.ts';

/** How often each of 256 darknesses occurs in the light a pass works with, light to dark. */
export function useCounts(job: Job, pass: Pass, fill: Fill): readonly number[] {
  const [counts, setCounts] = useState<readonly number[]>([]);
  const picture = pictureOf(job, fill.feed);
  const hash = picture?.hash;
  const ready = usePictures((s) => (hash ? canBeSeen(s, hash) : picture !== undefined));
  const resting = useOpenJob((s) => !s.dragging);
  const watch = lightKey(job, pass);
  const counted = useRef<string | null>(null);
  const latest = useRef<((job: Job, pass: Pass, draft: boolean) => void) | null>(null);
  latest.current ??= latestOnly(async (j: Job, p: Pass, draft: boolean) => {
    await sheetSettled();
    setCounts((await enginePool().sampler.picture(j, p, 240, draft)).counts);
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: `watch` says what the counts depend on
  useEffect(() => {
    if (!ready) return setCounts([]);
    // Inks counted by a quick table are counted again when the hand rests.
    if (counted.current === watch) return;
    counted.current = resting ? watch : null;
    latest.current!(job, pass, !resting);
  }, [watch, ready, resting]);
  return counts;
}

/** Counts in so many classes. */
export function classesOf(counts: readonly number[], classes: number): number[] {
  const out = new Array<number>(classes).fill(0);
  counts.forEach((n, k) => {
    out[Math.floor((k * classes) / counts.length)]! += n;
  });
  return out;
}
