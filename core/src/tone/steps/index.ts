import { contrast } from './contrast.ts';
import { ends } from './ends.ts';
import { equalSteps } from './equal-steps.ts';
import { freeCurve } from './free-curve.ts';
import { invert } from './invert.ts';
import { middle } from './middle.ts';
import type { ToneStep } from './step.ts';

/** Every step of a tone curve, in the order in which they act. */
export const TONE_STEPS = [ends, middle, contrast, freeCurve, invert, equalSteps] as const;

type StepParams = (typeof TONE_STEPS)[number]['params'];
/** All steps' tables as one. */
type Merged<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer A) => void ? A : never;

export const STEP_PARAMS = Object.assign({}, ...TONE_STEPS.map((s) => s.params)) as Merged<StepParams>;

/** The steps with their settings untyped, as a curve runs them. */
export const steps = TONE_STEPS as unknown as readonly ToneStep[];
