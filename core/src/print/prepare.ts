import type { Job } from '../document/types.ts';
import type { PrintEnv } from './env.ts';
import { prepareTables } from './plan-light.ts';
import type { PassPlan } from './plan-fill.ts';

/**
 * Makes what plans need before a pixel is printed, where threads share it: one begins with the tables of separations and
 * the last screens, the other with the first screens, so that they divide the work instead of waiting for each other.
 * A thread that is alone makes each thing when it is needed.
 */
export function prepareShared(env: PrintEnv, job: Job, plans: readonly Pick<PassPlan, 'prepare'>[]): void {
  const shared = env.caches?.shared;
  if (!shared) return;
  if (shared.turn === 0) prepareTables(env, job);
  for (const plan of shared.turn === 0 ? plans.toReversed() : plans) plan.prepare();
}
