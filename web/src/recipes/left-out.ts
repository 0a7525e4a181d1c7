import { type Job, printingPasses } from '@chromatype/core';

/** Files that fills of a job take their tone from, by hash, with their names. */
function fed(job: Job): Map<string, string> {
  const ids = new Set(printingPasses(job).flatMap(({ fills }) => fills.map(({ feed }) => feed.picture)));
  return new Map(job.pictures.flatMap(({ id, hash, name }) => (hash && ids.has(id) ? [[hash, name] as const] : [])));
}

/** Names of the pictures that a job prints and another state of it does not. */
export function leftOut(before: Job, after: Job): string[] {
  const kept = fed(after);
  return [...fed(before)].flatMap(([hash, name]) => (kept.has(hash) ? [] : [name]));
}
