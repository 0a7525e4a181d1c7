import type { Job, Pass } from '../document/types.ts';

/** Passes that print: switched on, in order. */
export const printingPasses = (job: Pick<Job, 'passes'>): readonly Pass[] => job.passes.filter((pass) => pass.on);
