import { coverPlanner, type Job, newPart, newStencil, planPass, runArea } from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';

const ID = 'flood that is tried';

/** Which share of what it runs in a flood with such settings covers, 0..1. */
export function floodShare(engine: SheetEngine, job: Job, settings: Readonly<Record<string, unknown>>): number {
  const tried = newStencil(ID, ID, [newPart('flood', 'flood', settings)]);
  const own = engine.sampleEnv();
  let share = 0;
  const env = {
    ...own,
    caches: {
      ...own.caches!,
      mask: ((key, make) => {
        const mask = own.caches!.mask(key, make);
        share = runArea(mask) / (mask.width * mask.height);
        return mask;
      }) as NonNullable<typeof own.caches>['mask'],
    },
  };
  const held = { ...job, stencils: [...job.stencils, tried] };
  coverPlanner(
    env,
    held,
    (pass) => planPass(env, held, pass).plate,
  )(ID).read({ x: 0, y: 0, width: 1, height: 1, step: 1 });
  return share;
}
