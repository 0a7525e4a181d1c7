import { flag, type Params, type SettingsOf } from '../settings/params.ts';

/** What a fill does to the fills of its pass that lie under it. */
const OVERS = [
  { name: 'replaces', label: 'Replaces', about: 'Takes the place of the fills under it.' },
  { name: 'adds', label: 'Adds', about: 'Adds to the fills under it: the darker tone wins.' },
  {
    name: 'darkens',
    label: 'Darkens',
    about: 'Makes the dots under it larger, by its own tone as a share of theirs. Bare stock stays bare.',
  },
  {
    name: 'lightens',
    label: 'Lightens',
    about: 'Makes the dots under it smaller, by its own tone as a share of theirs.',
  },
  { name: 'scrapes', label: 'Scrapes', about: 'Takes ink away where its own screen would print.' },
] as const;

export type Over = (typeof OVERS)[number]['name'];

/** Whether a fill with such a setting lays ink of its own. */
export const laysInk = (over: Over): boolean => over === 'replaces' || over === 'adds';

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
