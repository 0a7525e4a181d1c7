import type { Screen, SHARED_PARAMS } from '@chromatype/core';

type SharedName = keyof typeof SHARED_PARAMS;

const AROUND_A_CENTRE = ['rings', 'spokes', 'spiral', 'concentric', 'rays'];

/** Whether a screen grows from a centre that can be dragged on the sheet. */
export const hasCentre = ({ family, dots, lines }: Screen): boolean =>
  (family === 'dots' && AROUND_A_CENTRE.includes(dots.lattice)) ||
  (family === 'lines' && AROUND_A_CENTRE.includes(lines.kind));

/** Whether anything in a screen is left to chance. */
const isRandom = ({ family, dots, lines, grain }: Screen): boolean =>
  (family === 'dots' && dots.lattice === 'scattered') ||
  (family === 'lines' && (lines.breaks > 0 || lines.wobble > 0)) ||
  (family === 'grain' &&
    (grain.method === 'white-noise' || (grain.method !== 'curve' && !grain.method.includes('-noise'))));

/** Whether a screen has cells that could each take one tone. */
const hasCells = ({ family, lines }: Screen): boolean =>
  family === 'dots' || (family === 'lines' && lines.kind === 'straight' && lines.breaks === 0 && lines.wobble === 0);

/** The shared settings that matter for a screen, in the order of their controls. */
export function sharedFieldsOf(screen: Screen): SharedName[] {
  return [
    screen.family !== 'grain' && ('angle' as const),
    'smallest' as const,
    'solidFrom' as const,
    hasCells(screen) && ('oneTone' as const),
    hasCentre(screen) && ('centreX' as const),
    hasCentre(screen) && ('centreY' as const),
    isRandom(screen) && ('seed' as const),
  ].filter((name) => name !== false);
}
