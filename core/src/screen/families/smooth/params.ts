import { choiceOf, type Params, type SettingsOf } from '../../../settings/params.ts';

/** The settings of a fill without a screen. */
export const SMOOTH_PARAMS = {
  takes: choiceOf('Colours', 'Which colours a fill without a screen prints.', [
    {
      name: 'picture',
      label: 'Of the picture',
      about: 'The artwork as it is, in its own colours; where it is clear nothing prints.',
    },
    { name: 'ink', label: 'Of the ink', about: 'The tone in the ink of the pass, without dots.' },
  ] as const),
} as const satisfies Params;

export type SmoothSettings = SettingsOf<typeof SMOOTH_PARAMS>;
