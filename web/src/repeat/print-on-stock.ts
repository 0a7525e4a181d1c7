import { type Job, plateKey, printingPasses } from '@chromatype/core';

/** What the look of a job's whole print depends on. */
export const printOnStock = (job: Job, ready: boolean): string =>
  JSON.stringify([ready, job.sheet, printingPasses(job).map((p) => [p.ink, p.colouring, plateKey(job, p)])]);
