import { STRAIGHT } from '../../settings/params.ts';
import { curveThrough, isStraight } from '../curve.ts';
import { toneStep } from './step.ts';

/** The free curve, drawn by its points. */
export const freeCurve = toneStep({
  params: {
    curve: {
      kind: 'curve',
      label: 'Curve',
      about: 'A free curve from the tone that comes in to the tone that leaves.',
      normal: STRAIGHT,
    },
  },
  make({ curve }) {
    if (isStraight(curve)) return null;
    const through = curveThrough(curve);
    return (x) => Math.min(1, Math.max(0, through(x)));
  },
});
