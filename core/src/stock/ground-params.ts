import { amount, choiceOf, flag, onlyFor, type Params, type SettingsOf, share } from '../settings/params.ts';

const withPicture = { when: ({ picture }: Readonly<Record<string, unknown>>) => picture !== null };

/** What a sheet shows besides the colour and texture of its stock. Plates never depend on it. */
export const GROUND_PARAMS = {
  shown: flag(
    'Surface in prints',
    'Whether texture, stock picture and finish show in the preview, and in the sheet and proof that are taken out.',
    true,
  ),
  run: choiceOf('Colour of the stock', 'Whether the stock has one colour or runs through several.', [
    { name: 'flat', label: 'Flat', about: 'The colour of the stock.' },
    { name: 'linear', label: 'Straight', about: 'Colours that run from one edge of the sheet to the other.' },
    { name: 'radial', label: 'Round', about: 'Colours that run from the middle of the sheet to its corners.' },
  ] as const),
  colours: {
    kind: 'stops',
    label: 'Colours of the stock',
    about: 'Colours and where they stand on the run.',
    normal: [
      { at: 0, colour: '#f5ecd7' },
      { at: 1, colour: '#e8c9a0' },
    ],
    ...onlyFor('run', 'linear', 'radial'),
  },
  angle: {
    ...amount('Angle of the run', 'Direction of a straight run, counter-clockwise.', 270, -360, 360, 1, '°'),
    ...onlyFor('run', 'linear'),
  },
  picture: {
    kind: 'picture',
    label: 'Stock picture',
    about: 'A picture of your own stock; it covers the sheet. Crop and turn it as any picture.',
    normal: null,
  },
  takes: {
    ...choiceOf('Picture in', 'Whether the stock picture gives light and dark alone, or its colours.', [
      { name: 'grey', label: 'Grey', about: 'Its light and dark on the colour of the stock.' },
      { name: 'colour', label: 'Colour', about: 'Its own colours in place of the stock’s.' },
    ] as const),
    ...withPicture,
  },
  amount: { ...share('Amount of picture', 'How strongly the stock picture shows.', 1, 0, 1), ...withPicture },
} as const satisfies Params;

export type GroundSettings = SettingsOf<typeof GROUND_PARAMS>;
