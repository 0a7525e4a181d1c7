import type { Job, Pass } from '../document/types.ts';
import { printingFills } from '../document/fills.ts';
import type { PrintEnv } from './env.ts';
import { type PassPlan, planFill, type PrintHow } from './plan-fill.ts';
import { planFills } from './plan-fills.ts';
import { wholeFill } from './plate-values.ts';

/**
 * Plans a pass once: picture to light, light to tones, tones through stencils and screens to its plate. The key of each
 * reading is made with the work, of just what that work is given.
 */
export function planPass(env: PrintEnv, job: Job, pass: Pass, how: PrintHow = {}): PassPlan {
  const whole = wholeFill(pass);
  if (whole) return planFill(env, job, pass, whole, how);
  const shown = planFill(env, job, pass, printingFills(pass)[0] ?? pass.fills[0], how);
  return { ...shown, ...planFills(env, job, pass, how, (other) => planPass(env, job, other)) };
}

/** An environment in which every picture is there and nothing can be read: for keys alone. */
const KEYS_ONLY: PrintEnv = {
  get kernels(): never {
    throw new Error('A plan that was made for its key alone cannot be read.');
  },
  pictures: () => ({ width: 1, height: 1, channels: 4, read: () => new Uint8Array(4) }),
};

/** Key of what leaves the Picture station of a pass once all of its pictures are there. */
export const lightKey = (job: Job, pass: Pass): string => planPass(KEYS_ONLY, job, pass).light.key;

/** Key of a pass's plate once all of its pictures are there. Passes with equal keys have equal plates. */
export const plateKey = (job: Job, pass: Pass): string => planPass(KEYS_ONLY, job, pass).plate.key;
