import { flag, type SettingsOf, share } from '../../../settings/params.ts';
import { MADE_TILES } from './made/index.ts';

/** The value of `made` where a picture of one's own is the tile. */
export const OWN_TILE = 'own';

export const TILE_PARAMS = {
  made: {
    kind: 'choice',
    label: 'Tile shelf',
    about: 'A tile that is made here from the seed, or a picture of your own.',
    normal: OWN_TILE,
    options: [
      { name: OWN_TILE, label: 'Own picture', about: 'A picture of your own, drawn or imported.', group: 'Own' },
      ...MADE_TILES.map(({ name, label, about, group }) => ({ name, label, about, group })),
    ],
  },
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
