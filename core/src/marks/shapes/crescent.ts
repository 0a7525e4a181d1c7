import { markShape } from './kind.ts';

/** Where the horns end: on the circle, 60° above and below its right side. */
const TIP_X = 0.25;
const TIP_Y = Math.sqrt(3) / 4;

export const crescent = markShape({
  name: 'crescent',
  label: 'Crescent',
  group: 'Round',
  about: 'A moon with its horns to the right, as thin as is set.',
  uses: ['inner'],
  path({ inner }) {
    // The inner arc runs through both horns and through this place.
    const x = -0.5 + (1 - inner) * 0.7;
    const centre = (TIP_X * TIP_X + TIP_Y * TIP_Y - x * x) / (2 * (TIP_X - x));
    const r = centre - x;
    const large = centre < TIP_X ? 1 : 0;
    return `M${TIP_X} ${-TIP_Y}A0.5 0.5 0 1 0 ${TIP_X} ${TIP_Y}A${r} ${r} 0 ${large} 1 ${TIP_X} ${-TIP_Y}Z`;
  },
});
