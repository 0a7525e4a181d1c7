import type { Job, Pass } from '../document/types.ts';
import type { PrintEnv } from './env.ts';
import { planPass, withOtherPrints } from './plan-pass.ts';
import { planStones, type StonePlan } from './plan-stones.ts';

/** Plans the stones of a pass as they print; null if it prints none. */
export function planPassStones(env: PrintEnv, job: Job, pass: Pass): StonePlan | null {
  const from = withOtherPrints(env, job, pass);
  return planStones(from.env, from.job, from.pass, (other) => planPass(env, job, other).plate);
}

/** The stones of every pass of a list that prints any, in print order. */
export const planJobStones = (env: PrintEnv, job: Job, passes: readonly Pass[]): StonePlan[] =>
  passes.flatMap((pass) => planPassStones(env, job, pass) ?? []);
