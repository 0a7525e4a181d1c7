import { type Job, fileHashes, plateKey, type StripSheet } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { enginePool } from '../engine/pool.ts';
import { loadPicture, usePictures } from '../engine/pictures.ts';
import type { Sample } from '../engine/samples.ts';
import { makeStrips } from './make-strips.ts';
import { sizeOf } from './axes.ts';

/** Whether every picture of a job is with the workers. */
export function usePicturesReady(job: Job): boolean {
  useEffect(() => {
    for (const picture of job.pictures) void loadPicture(picture);
  }, [job.pictures]);
  return usePictures((s) => fileHashes(job.pictures).every((hash) => s.byHash[hash]?.state === 'ready'));
}

export interface StripsMade {
  readonly samples: ReadonlyMap<string, Sample>;
  readonly made: number;
  readonly all: number;
}

/** The strips of a sheet as they are made, the first ones first; made anew when anything they depend on changes. */
export function useStrips(job: Job, sheet: StripSheet | null, scale: number, ready: boolean): StripsMade {
  const [samples, setSamples] = useState<ReadonlyMap<string, Sample>>(new Map());
  const key = JSON.stringify([sheet, scale, ready, job.sheet, job.passes.map((p) => [p.on, p.ink, plateKey(job, p)])]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what the strips depend on
  useEffect(() => {
    setSamples(new Map());
    if (!sheet || !ready) return;
    let over = false;
    const start = performance.now();
    let first = true;
    const take = (column: number, row: number, sample: Sample) => {
      setSamples((known) => new Map(known).set(`${column} ${row}`, sample));
      if (first) performance.measure('strips first', { start, end: performance.now() });
      first = false;
    };
    void makeStrips(job, sheet, scale, take, () => over).then((all) => {
      if (!all) return;
      performance.measure('strips all', { start, end: performance.now() });
      // For the next sheet, while the artist looks at this one.
      enginePool().warmCompilers('printers');
    });
    return () => {
      over = true;
    };
  }, [key]);
  const { columns, rows } = sheet ? sizeOf(sheet) : { columns: 0, rows: 0 };
  return { samples, made: samples.size, all: columns * rows };
}
