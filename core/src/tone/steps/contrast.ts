import { power } from '../../math/exact.ts';
import { amount } from '../../settings/params.ts';
import { toneStep } from './step.ts';

/** Contrast: two powers that meet in the midtone. */
export const contrast = toneStep({
  params: {
    contrast: amount('Contrast', 'Moves tones away from the midtone, or below 0 towards it.', 0, -1, 1),
  },
  make({ contrast: c }) {
    if (c === 0) return null;
    const k = power(4, c);
    return (x) => (x < 0.5 ? 0.5 * power(2 * x, k) : 1 - 0.5 * power(2 - 2 * x, k));
  },
});
