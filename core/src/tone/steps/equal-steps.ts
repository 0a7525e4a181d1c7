import { whole } from '../../settings/params.ts';
import { toneStep } from './step.ts';

/** A few equal steps instead of a smooth run. */
export const equalSteps = toneStep({
  params: { steps: whole('Steps', 'Reduces the tones to so many equal steps; 0 or 1 keeps them smooth.', 0, 0, 64) },
  make: ({ steps: n }) => (n < 2 ? null : (x) => Math.min(n - 1, Math.floor(x * n)) / (n - 1)),
  jumps: ({ steps }) => steps >= 2,
});
