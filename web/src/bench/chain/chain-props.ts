import type { Fill, Job, Pass } from '@chromatype/core';

/** What every station of the chain is given: it shows and changes the chosen fill of the chosen pass. */
export interface ChainProps {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
}
