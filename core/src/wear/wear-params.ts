import { amount, type Params, type SettingsOf, share, whole } from '../settings/params.ts';

/** How worn the printing surface of a fill is. All of it is in the plates. */
export const WEAR_PARAMS = {
  chips: share('Chips', 'How much has broken off in small pieces.', 0, 0, 1),
  scratches: share('Scratches', 'How many thin scratches run through the print.', 0, 0, 1),
  starved: share('Starved', 'How much of the print the ink did not reach, in patches with grain.', 0, 0, 1),
  size: amount('Size of wear', 'How large a chip is; scratches and patches follow it.', 0.4, 0.05, 20, 0.05, 'mm'),
  seed: whole('Seed of wear', 'Another number wears other places.', 1, 0, 999999),
} as const satisfies Params;

export type WearSettings = SettingsOf<typeof WEAR_PARAMS>;
