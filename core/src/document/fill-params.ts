import { flag, type Params, type SettingsOf } from '../settings/params.ts';

const OVERS = [
  { name: 'replaces', label: 'Replaces', about: 'Takes the place of the fills under it.' },
  { name: 'adds', label: 'Adds', about: 'Adds to the fills under it: the darker tone wins.' },
] as const;

/** How a fill takes part in the plate of its pass. */
export const FILL_PARAMS = {
  on: flag('Prints', 'Whether the fill prints.', true),
  over: {
    kind: 'choice',
    label: 'Over others',
    about: 'What the fill does where it lies over other fills of its pass.',
    normal: 'replaces',
    options: OVERS,
  },
} as const satisfies Params;

export type FillSettings = SettingsOf<typeof FILL_PARAMS>;
