import { flag, type SettingsOf, share } from '../../../settings/params.ts';

export const TILE_PARAMS = {
  picture: {
    kind: 'picture',
    label: 'Tile',
    about: 'The picture that repeats; its dark parts print first.',
    normal: null,
  },
  scale: share('Scale', 'Width of the tile against the pitch of the screen.', 1, 0.1, 20),
  repeat: {
    kind: 'choice',
    label: 'Repeat',
    about: 'How tiles lie beside each other.',
    normal: 'square',
    options: [
      { name: 'square', label: 'Square', about: 'In rows and columns.' },
      { name: 'half-drop', label: 'Half-drop', about: 'Every other column is moved down by half a tile.' },
    ],
  },
  soften: share('Soften', 'Blurs the tile, by so much of its width.', 0, 0, 0.25),
  contrast: {
    kind: 'number',
    label: 'Contrast',
    about: 'Above 1 pulls light and dark of the tile apart.',
    min: 0.1,
    max: 5,
    normal: 1,
    step: 0.05,
    unit: '',
  },
  relevel: flag('Re-level', 'On: coverage equals tone. Off: the tile’s own greys decide.', true),
  invert: flag('Invert', 'Light parts of the tile print first.', false),
} as const;

export type TileSettings = SettingsOf<typeof TILE_PARAMS>;
