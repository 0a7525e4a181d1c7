import { power } from '../../math/exact.ts';
import { amount } from '../../settings/params.ts';
import { toneStep } from './step.ts';

/** The midtone: a power that leaves both ends where they are. */
export const middle = toneStep({
  params: {
    middle: amount('Midtone', 'Above 1 prints the midtones heavier, below 1 lighter.', 1, 0.2, 5),
  },
  make: ({ middle: m }) => (m === 1 ? null : (x) => power(x, 1 / m)),
});
