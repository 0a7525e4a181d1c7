import { goesDownwards, type Job, printingPasses } from '@chromatype/core';

/** Whether dots of a job depend on all that is printed above them, so that still parts boil from drawing to drawing. */
export const boils = (job: Job): boolean => printingPasses(job).some((pass) => goesDownwards(job, pass));
