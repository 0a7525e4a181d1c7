import { type Screen, type SHARED_PARAMS, screenTraits } from '@chromatype/core';

type SharedName = keyof typeof SHARED_PARAMS;

/** The shared settings that count for a screen at a resolution, in the order of their controls. */
export function sharedFieldsOf(screen: Screen, ppi: number): SharedName[] {
  const { lattice, cells, centre, chance } = screenTraits(screen, ppi);
  return [
    lattice && ('angle' as const),
    'smallest' as const,
    'solidFrom' as const,
    cells && ('oneTone' as const),
    centre && ('centreX' as const),
    centre && ('centreY' as const),
    chance && ('seed' as const),
  ].filter((name) => name !== false);
}
