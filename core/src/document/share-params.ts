import { choiceOf, flag, onlyFor, type Params, type SettingsOf, share, whole } from '../settings/params.ts';

/** How the print is taken out to be shown on screens and sent about. */
export const SHARE_PARAMS = {
  by: choiceOf('Size by', 'How the size of a shared picture is given.', [
    { name: 'width', label: 'Width', about: 'Pixels across.' },
    { name: 'height', label: 'Height', about: 'Pixels down.' },
    { name: 'scale', label: 'Scale', about: 'Its share of the plates’ own pixels.' },
  ] as const),
  width: { ...whole('Width of the picture', 'Pixels across.', 1600, 16, 100000), ...onlyFor('by', 'width') },
  height: { ...whole('Height of the picture', 'Pixels down.', 1200, 16, 100000), ...onlyFor('by', 'height') },
  scale: {
    ...share(
      'Scale of the picture',
      'Share of the plates’ own pixels: 100 % is every pixel of the print.',
      1,
      0.005,
      8,
    ),
    ...onlyFor('by', 'scale'),
  },
  quality: whole('Quality', 'How much a JPEG or WebP keeps: 100 is the most, and the largest file.', 90, 1, 100),
  ground: choiceOf('Shows', 'Whether the stock is in the picture.', [
    { name: 'stock', label: 'With stock', about: 'The print on its stock, with texture and finish where they show.' },
    {
      name: 'ink',
      label: 'Ink only',
      about: 'The stock is transparent. Inks that let light through look as they do on the job’s own stock.',
    },
  ] as const),
  bleed: flag('With bleed', 'Whether the bleed is in the picture, or the sheet as it is trimmed.', false),
} as const satisfies Params;

export type ShareSettings = SettingsOf<typeof SHARE_PARAMS>;
