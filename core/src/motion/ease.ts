import { type CurvePoint, STRAIGHT } from '../settings/params.ts';
import { curveThrough } from '../tone/curve.ts';

/** How a value goes from one key to the next. */
export const EASES = [
  { name: 'linear', label: 'Linear', about: 'Evenly from one key to the next.' },
  { name: 'ease', label: 'Ease', about: 'Starts slowly, is fastest in the middle, and ends slowly.' },
  { name: 'hold', label: 'Hold', about: 'Stays as it is and jumps at the next key.' },
  { name: 'curve', label: 'Own curve', about: 'As a curve says that you draw yourself.' },
] as const;

export type EaseName = (typeof EASES)[number]['name'];
export const EASE_NAMES: readonly EaseName[] = EASES.map((e) => e.name);

/** The way from one key to the next; `curve` counts for an own curve alone. */
export interface Ease {
  readonly ease: EaseName;
  readonly curve: readonly CurvePoint[];
}

export const LINEAR: Ease = { ease: 'linear', curve: STRAIGHT };

/**
 * How far a value has gone, 0 to 1, when a share `u` of the time between two keys has passed. `ease` is the cubic
 * u²(3 − 2u), which is level at both ends (common practice, no source).
 */
export function eased({ ease, curve }: Ease, u: number): number {
  if (u <= 0) return 0;
  if (u >= 1) return 1;
  switch (ease) {
    case 'hold':
      return 0;
    case 'ease':
      return u * u * (3 - 2 * u);
    case 'curve':
      return curveThrough(curve)(u);
    case 'linear':
      return u;
  }
}
